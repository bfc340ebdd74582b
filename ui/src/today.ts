/** The day of the device, as the server writes days. */
export const today = () => new Date().toISOString().slice(0, 10);

/** A new id for what is made on this device. */
export const newID = () => crypto.randomUUID();

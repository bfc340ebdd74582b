const v = (name: string) => `var(--mui-palette-${name})`;
export const ink = v('text-primary');
export const quiet = v('quiet');
export const wash = v('wash');
export const paper = v('sheet');
export const ground = v('background-default');
export const accent = v('primary-main');
export const good = v('success-main');
export const faint = v('divider');

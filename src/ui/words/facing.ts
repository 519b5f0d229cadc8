/** Whether the interface runs from right to left: then what points back points to the right. */
export const isMirrored = (): boolean => document.documentElement.dir === 'rtl';

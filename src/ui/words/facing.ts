/** For what lies along a drawing: as that, it runs from the left in every language. */
export const AS_DRAWN = { direction: 'ltr' } as const;

/** Whether the interface runs from right to left: then what points back points to the right. */
export const isMirrored = (): boolean => document.documentElement.dir === 'rtl';

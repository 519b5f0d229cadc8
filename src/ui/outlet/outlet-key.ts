/** An outlet's address, by its key. */
export const outletAddress = (key: string | undefined): string => `${window.location.origin}/o/${key ?? ''}`;

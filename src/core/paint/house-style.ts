/** The four styles of the house, by name; how each looks is `piece/style.ts`. */
export const HOUSE_STYLES = ['slip', 'bisque', 'kiln', 'tide'] as const;
export type HouseStyle = (typeof HOUSE_STYLES)[number];

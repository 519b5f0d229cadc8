/** How many places show an outlet now, in words. */
export const watchedBy = (places: number): string =>
  places === 0 ? 'Nowhere shown yet' : places === 1 ? '1 place shows it' : `${places} places show it`;

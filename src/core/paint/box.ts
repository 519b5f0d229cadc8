/** Where something stands, px. */
export interface Box {
  x: number;
  y: number;
  w: number;
  h: number;
}

/** What a thumb needs, px of the screen. */
export const TOUCH = 48;

/** What is taken hold of on the frame: unseen, as large as a thumb needs, and the page does not scroll by it. */
export const GRIP = {
  position: 'absolute' as const,
  width: TOUCH,
  height: TOUCH,
  pointerEvents: 'auto' as const,
  touchAction: 'none' as never,
};

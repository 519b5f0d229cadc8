/** Where a recording stands: `at` and `length` in ms of the recording. */
export interface Playback {
  at: number;
  length: number;
  playing: boolean;
  speed: number;
  messages: number;
}

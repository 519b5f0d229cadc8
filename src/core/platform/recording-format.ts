/** What a recorded session may be kept as: a log of events, a table of them, a batch of CloudEvents, or Brindle's stream as it came. */
export const RECORDING_FORMATS = ['events', 'csv', 'cloudevents', 'brindle'] as const;
export type RecordingFormat = (typeof RECORDING_FORMATS)[number];

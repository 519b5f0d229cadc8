import type { Page } from 'playwright-core';

/** As text: it runs in the page, and must not be touched by whatever runs these tests. */
export const METER = `
  const connect = AudioNode.prototype.connect;
  const meters = [];
  AudioNode.prototype.connect = function (to) {
    if (!(to instanceof AudioDestinationNode)) return connect.apply(this, arguments);
    const meter = this.context.createAnalyser();
    meter.fftSize = 32768;
    meters.push(meter);
    connect.call(this, meter);
    return connect.call(meter, to);
  };
  window.loudest = () => Math.max(0, ...meters.map((meter) => {
    const samples = new Float32Array(meter.fftSize);
    meter.getFloatTimeDomainData(samples);
    return samples.reduce((peak, sample) => Math.max(peak, Math.abs(sample)), 0);
  }));
`;

/** The highest level at the loudspeaker of a page with a meter, of the last moments: 1 is full scale. */
export const loudestOf = (page: Page): Promise<number> =>
  page.evaluate(() => (window as unknown as { loudest: () => number }).loudest());

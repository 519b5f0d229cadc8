import { flood } from '../e2e/flood';
import { World } from '../e2e/world';

const SECONDS = 60;

/** How long one feed's webhook takes until it is kept and counted, while another feed floods for a minute; against the same when it is quiet. */
export async function benchFlood(): Promise<string[]> {
  const world = await World.open();
  try {
    const { brindle, quiet, flooded } = await flood(world, SECONDS);
    const at = (times: number[], share: number): number =>
      [...times].sort((a, b) => a - b)[Math.floor((times.length - 1) * share)] ?? NaN;
    const say = (times: number[]): string =>
      `median ${at(times, 0.5).toFixed(1)} ms, 95th percentile ${at(times, 0.95).toFixed(1)} ms, at most ${at(times, 1).toFixed(0)} ms`;
    return [
      `another feed's webhook while one floods (${Math.round(brindle.sent.messages / SECONDS).toLocaleString('en')} messages a second for ${SECONDS} s): ${say(flooded)}`,
      `the same when it is quiet: ${say(quiet)}; ratio of the medians: ${(at(flooded, 0.5) / at(quiet, 0.5)).toFixed(2)}`,
    ];
  } finally {
    await world.close();
  }
}

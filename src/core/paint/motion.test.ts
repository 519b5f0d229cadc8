import { MOTION_NAMES, MOTIONS, movesOf, poseAt, type MotionName } from './motion';

test('there are eight or more, each with a title of its own', () => {
  expect(MOTION_NAMES.length).toBeGreaterThanOrEqual(8);
  expect(new Set(MOTION_NAMES.map((name) => MOTIONS[name].title)).size).toBe(MOTION_NAMES.length);
});

describe.each(MOTION_NAMES)('%s', (name: MotionName) => {
  const at = (now: number) => poseAt(movesOf(name), 1000, 5000, now);

  test('is not there before it comes, nor after it has gone', () => {
    expect(at(999)).toEqual({ pose: null, next: 1000 });
    expect(at(5000)).toEqual({ pose: null, next: Infinity });
  });

  test('begins and ends unseen, and stands where it belongs in between', () => {
    expect(at(1000).pose?.opacity).toBeLessThan(0.01);
    expect(at(4999.9).pose?.opacity).toBeLessThan(0.01);
    const { pose } = at(3000);
    expect(pose?.opacity).toBe(1);
    expect(Math.abs(pose?.dx ?? 99)).toBeLessThanOrEqual(7);
    expect(Math.abs(pose?.dy ?? 99)).toBeLessThanOrEqual(7);
  });

  test('never jumps: from one frame to the next (1/60 s) it moves less than 60 px', () => {
    let last = at(1000).pose;
    for (let now = 1000; now < 5000; now += 1000 / 60) {
      const { pose } = at(now);
      expect(Math.abs((pose?.dx ?? 0) - (last?.dx ?? 0))).toBeLessThan(60);
      expect(Math.abs((pose?.dy ?? 0) - (last?.dy ?? 0))).toBeLessThan(60);
      expect(pose?.opacity).toBeGreaterThanOrEqual(0);
      expect(pose?.opacity).toBeLessThanOrEqual(1);
      last = pose;
    }
  });

  test('says when it will next look otherwise: until then it does not', () => {
    for (let now = 1000; now < 5000; now += 97) {
      const { pose, next } = at(now);
      if (next > now) expect(at(Math.min(4999, next - 1)).pose).toEqual(pose);
    }
  });

  test('a short one comes and goes within its time', () => {
    expect(poseAt(movesOf(name), 0, 300, 150).pose?.opacity).toBeGreaterThan(0.9);
  });
});

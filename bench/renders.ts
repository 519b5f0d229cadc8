import { World } from '../e2e/world';

const HANDLE = 'odavarn.kiln';
const PER_SECOND = 100;
const SECONDS = 8;
const PLACES = ['desk', 'stage', 'cues'] as const;

/** What the page counts: components that rendered, those that are there, and commits. */
interface Counted {
  rendered: number;
  mounted: number;
  commits: number;
}

/*
 * React tells a developer tool of each commit through a global hook, in production builds too. A function component that did work has the
 * flag 1 (`PerformedWork`, set "for the developer tools" in ReactFiberFlags.js); a subtree that was not looked at is the same object as before.
 */
const COUNT_RENDERS = `(() => {
  const counted = window.renders = { rendered: 0, mounted: 0, commits: 0 };
  const isComponent = (fiber) => fiber.tag === 0 || fiber.tag === 11 || fiber.tag === 14 || fiber.tag === 15 || fiber.tag === 1;
  const all = (fiber, each) => { for (let at = fiber; at; at = at.sibling) { each(at); all(at.child, each); } };
  const walk = (next, before) => {
    if (!before) return all(next.child, (fiber) => { if (isComponent(fiber)) counted.rendered += 1; });
    if (next.child === before.child) return;
    for (let child = next.child; child; child = child.sibling) {
      const old = child.alternate;
      if (isComponent(child) && (!old || (child !== old && child.flags & 1))) counted.rendered += 1;
      walk(child, old);
    }
  };
  window.__REACT_DEVTOOLS_GLOBAL_HOOK__ = {
    renderers: new Map(), supportsFiber: true, inject: () => 1, onCommitFiberUnmount() {}, onPostCommitFiberRoot() {},
    onCommitFiberRoot(id, root) {
      counted.commits += 1;
      walk(root.current, root.current.alternate);
      counted.mounted = 0;
      all(root.current, (fiber) => { if (isComponent(fiber)) counted.mounted += 1; });
    },
  };
})()`;

/**
 * How many components render a second while 100 events a second come in, by the place that is open on a phone; against a page that renders
 * all of its components at every message of the desk's stream (ten a second).
 */
export async function benchRenders(): Promise<string[]> {
  const world = await World.open({ demo: true });
  try {
    const phone = await world.person();
    const page = await phone.newPage();
    await page.addInitScript(COUNT_RENDERS);
    await page.goto('/desk');
    await page.getByText('Kiln Hours').first().waitFor();
    await world.brindle(HANDLE, { act: 'live' });
    const lines: string[] = [];
    for (const place of PLACES) {
      await page.goto(`/${place}`);
      await page.getByRole('main').waitFor();
      await world.brindle(HANDLE, { act: 'crowd', rate: PER_SECOND, seed: 3 });
      await page.waitForTimeout(3000);
      const read = (): Promise<Counted> =>
        page.evaluate(() => ({ ...(window as unknown as { renders: Counted }).renders }));
      const before = await read();
      await page.waitForTimeout(SECONDS * 1000);
      const after = await read();
      await world.brindle(HANDLE, { act: 'crowd', rate: 0 });
      const rendered = (after.rendered - before.rendered) / SECONDS;
      const all = after.mounted * 10;
      lines.push(
        `components that render a second at ${PER_SECOND} events a second, ${place}: ${Math.round(rendered).toLocaleString('en')} in ${Math.round((after.commits - before.commits) / SECONDS)} commits; all ${after.mounted.toLocaleString('en')} at each of ten messages: ${all.toLocaleString('en')}; ratio ${(rendered / all).toFixed(3)}`,
      );
    }
    return lines;
  } finally {
    await world.close();
  }
}

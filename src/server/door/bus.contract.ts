import type { Bus, Looker, ShowOwner, View, ViewName } from './bus';

/* What must hold of whatever stands behind the door to the bus. */

/** An owner that says who it is by what it answers of a goal's course. */
const ownerNamed = (n: number): ShowOwner => ({ course: async () => [[n, n]] }) as unknown as ShowOwner;

class Seen implements Looker {
  readonly messages: string[] = [];
  ended = false;
  full = false;
  send = (event: string, _id: number, data: string): void => void this.messages.push(`${event} ${data}`);
  end = (): void => void (this.ended = true);
}

/** A view whose whole is counted up at each change. */
class Counting implements View {
  private readonly lookers = new Set<Looker>();
  private count = 0;
  get size(): number {
    return this.lookers.size;
  }
  add(looker: Looker): void {
    this.lookers.add(looker);
    looker.send('view', 0, String(this.count));
  }
  remove(looker: Looker): void {
    this.lookers.delete(looker);
  }
  soon(): void {
    this.count += 1;
    for (const looker of this.lookers) looker.send('change', 0, String(this.count));
  }
  close(): void {
    for (const looker of this.lookers) looker.end();
    this.lookers.clear();
  }
}

export function busContract(name: string, open: () => Bus): void {
  describe(`bus: ${name}`, () => {
    let bus: Bus;
    let made: ViewName[];
    const views = (view: ViewName): View | null => {
      if (view === 'outlet/nobody') return null;
      made.push(view);
      return new Counting();
    };
    beforeEach(() => {
      bus = open();
      made = [];
    });

    test('requests go to the owner of their show, and to nobody while there is none', async () => {
      bus.own('a', ownerNamed(1), views);
      const giveUp = bus.own('b', ownerNamed(2), views);
      expect([await bus.ownerOf('a')?.course('g'), await bus.ownerOf('b')?.course('g')]).toEqual([[[1, 1]], [[2, 2]]]);
      expect(bus.ownerOf('c')).toBeNull();
      giveUp();
      expect([bus.ownerOf('a') === null, bus.ownerOf('b')]).toEqual([false, null]);
    });

    test('a show has one owner at a time; given up it may be owned again, and giving it up twice takes it from nobody', () => {
      const giveUp = bus.own('a', ownerNamed(1), views);
      expect(() => bus.own('a', ownerNamed(2), views)).toThrow(/one owner/);
      giveUp();
      bus.own('a', ownerNamed(2), views);
      giveUp();
      expect(bus.ownerOf('a')).not.toBeNull();
    });

    test('whoever looks sees all of it first and then each change, in order; until they stop', () => {
      bus.own('a', ownerNamed(1), views);
      const [one, other] = [new Seen(), new Seen()];
      const stop = bus.look('a', 'desk', one);
      bus.refresh('a', 'desk');
      bus.look('a', 'desk', other);
      bus.refresh('a', 'desk');
      stop?.();
      bus.refresh('a', 'desk');
      expect(one.messages).toEqual(['view 0', 'change 1', 'change 2']);
      expect(other.messages).toEqual(['view 1', 'change 2', 'change 3']);
      expect(made).toEqual(['desk']);
    });

    test('it is known how many look, at one view and at all of a show', () => {
      bus.own('a', ownerNamed(1), views);
      bus.own('b', ownerNamed(2), views);
      for (const view of ['desk', 'outlet/x', 'outlet/x'] as const) bus.look('a', view, new Seen());
      expect([bus.looking('a'), bus.looking('a', 'outlet/x'), bus.looking('a', 'outlet/y'), bus.looking('b')]).toEqual([
        3, 2, 0, 0,
      ]);
      expect(bus.looking('nobody')).toBe(0);
    });

    test('a view that there is not is not looked at; one that ends, ends for all who look', () => {
      expect(bus.look('a', 'desk', new Seen())).toBeNull();
      const giveUp = bus.own('a', ownerNamed(1), views);
      expect(bus.look('a', 'outlet/nobody', new Seen())).toBeNull();
      const [outlet, desk] = [new Seen(), new Seen()];
      bus.look('a', 'outlet/x', outlet);
      bus.look('a', 'desk', desk);
      bus.endView('a', 'outlet/x');
      expect([outlet.ended, desk.ended, bus.looking('a')]).toEqual([true, false, 1]);
      giveUp();
      expect([desk.ended, bus.looking('a')]).toEqual([true, 0]);
    });
  });
}

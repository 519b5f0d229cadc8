import parse from 'jsonpath-rfc9535/parser';
import { NO_PATTERNS, type Patterns } from './patterns';

/* JSONPath (RFC 9535): what a path selects of a value, within a bound of work. The package parses; it has no bound when it selects. */

type Query = ReturnType<typeof parse>;
type Segment = Query['segments'][number];
type Bracketed = Extract<Segment['node'], { type: 'BracketedSelection' }>;
type Selector = Bracketed['selectors'][number];
type Filter = Extract<Selector, { type: 'FilterSelector' }>['value'];
type Comparison = Extract<Filter, { type: 'ComparisonExpr' }>;
type Comparable = Comparison['left'];
type Call = Extract<Comparable, { type: 'FunctionExpr' }>;
type Argument = Call['arguments'][number];
type Slice = Extract<Selector, { type: 'SliceSelector' }>;

/** One message is looked at in so many places at most, all paths of a mapping together. */
export const MOST_NODES = 100_000;

/** How much of that is left; shared by whoever looks at the same message. */
export interface Budget {
  nodes: number;
}

/** The bound was reached: what has been found is not all there is. */
export class TooMuch extends Error {
  override name = 'TooMuch';
}

/** No value at all, which is not null (RFC 9535, section 2.4.1). */
const NOTHING = Symbol('nothing');
type Value = unknown;

/** @throws Error where it is no path */
export const parsePath = (path: string): Query => parse(path);

/**
 * All values that a path selects, in its order.
 * @throws TooMuch
 */
export function selectAll(query: Query, root: Value, budget: Budget, patterns: Patterns = NO_PATTERNS): Value[] {
  return new Run(root, budget, patterns).nodes(query.segments, root);
}

const isList = (value: Value): value is Value[] => Array.isArray(value);
const isObject = (value: Value): value is Record<string, Value> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

class Run {
  constructor(
    private readonly root: Value,
    private readonly budget: Budget,
    private readonly patterns: Patterns,
  ) {}

  private spend(): void {
    this.budget.nodes -= 1;
    if (this.budget.nodes < 0) throw new TooMuch('The path visits too much of the message.');
  }

  nodes(
    segments: readonly {
      type: string;
      node: Segment['node'] | { type: 'NameSelector'; value: string } | { type: 'IndexSelector'; value: number };
    }[],
    from: Value,
  ): Value[] {
    let at: Value[] = [from];
    for (const { type, node } of segments) {
      const next: Value[] = [];
      for (const each of at) {
        if (type === 'DescendantSegment') for (const below of this.descendants(each)) this.children(node, below, next);
        else this.children(node, each, next);
      }
      at = next;
    }
    return at;
  }

  /** A value and all below it, each before what it holds. No recursion: a message may be deep. */
  private descendants(from: Value): Value[] {
    const found: Value[] = [];
    const waiting: Value[] = [from];
    for (let value = waiting.pop(); waiting.length > 0 || value !== undefined; value = waiting.pop()) {
      this.spend();
      found.push(value);
      const below = isList(value) ? value : isObject(value) ? Object.values(value) : [];
      for (let n = below.length - 1; n >= 0; n -= 1) waiting.push(below[n]);
    }
    return found;
  }

  private children(node: Parameters<Run['nodes']>[0][number]['node'] | Selector, value: Value, into: Value[]): void {
    this.spend();
    switch (node.type) {
      case 'BracketedSelection':
        for (const selector of node.selectors) this.children(selector, value, into);
        break;
      case 'MemberNameShorthand':
      case 'NameSelector':
        if (isObject(value) && Object.hasOwn(value, node.value)) into.push(value[node.value]);
        break;
      case 'IndexSelector': {
        const at = isList(value) ? (node.value < 0 ? value.length + node.value : node.value) : -1;
        if (isList(value) && at >= 0 && at < value.length) into.push(value[at]);
        break;
      }
      case 'WildcardSelector':
        for (const each of this.membersOf(value)) into.push(each);
        break;
      case 'SliceSelector':
        if (isList(value)) this.slice(node, value, into);
        break;
      case 'FilterSelector':
        for (const each of this.membersOf(value)) if (this.holds(node.value, each)) into.push(each);
        break;
    }
  }

  private membersOf(value: Value): Value[] {
    const members = isList(value) ? value : isObject(value) ? Object.values(value) : [];
    for (let n = 0; n < members.length; n += 1) this.spend();
    return members;
  }

  /** RFC 9535, section 2.3.4.2.2. */
  private slice({ start, end, step }: Slice, list: Value[], into: Value[]): void {
    const by = step ?? 1;
    if (by === 0) return;
    const { length } = list;
    const placed = (at: number): number => (at >= 0 ? at : length + at);
    const first = placed(start ?? (by > 0 ? 0 : length - 1));
    const last = end === null ? (by > 0 ? length : -1) : placed(end);
    const bounded = (at: number, least: number, most: number): number => Math.min(Math.max(at, least), most);
    const push = (at: number): void => {
      this.spend();
      into.push(list[at]);
    };
    if (by > 0) for (let at = bounded(first, 0, length), to = bounded(last, 0, length); at < to; at += by) push(at);
    else for (let at = bounded(first, -1, length - 1), to = bounded(last, -1, length - 1); at > to; at += by) push(at);
  }

  private holds(filter: Filter | Argument, current: Value): boolean {
    switch (filter.type) {
      case 'LogicalOrExpr':
        return this.holds(filter.left, current) || this.holds(filter.right, current);
      case 'LogicalAndExpr':
        return this.holds(filter.left, current) && this.holds(filter.right, current);
      case 'LogicalNotExpr':
        return !this.holds(filter.expression, current);
      case 'ComparisonExpr':
        return this.compares(filter, current);
      case 'TestExpr':
        return filter.expression.type === 'FunctionExpr'
          ? this.call(filter.expression, current) === true
          : this.found(filter.expression, current).length > 0;
      case 'FunctionExpr':
        return this.call(filter, current) === true;
      case 'FilterQuery':
        return this.found(filter, current).length > 0;
      case 'Literal':
        return false;
    }
  }

  private found({ value }: Extract<Argument, { type: 'FilterQuery' }>, current: Value): Value[] {
    return this.nodes(value.segments, value.type === 'RelQuery' ? current : this.root);
  }

  private valueOf(of: Comparable, current: Value): Value {
    if (of.type === 'Literal') return of.value;
    if (of.type === 'FunctionExpr') return this.call(of, current);
    const [value = NOTHING, ...more] = this.nodes(of.segments, of.type === 'RelSingularQuery' ? current : this.root);
    return more.length > 0 ? NOTHING : value;
  }

  /** RFC 9535, section 2.3.5.2.2. */
  private compares({ left, right, op }: Comparison, current: Value): boolean {
    const a = this.valueOf(left, current);
    const b = this.valueOf(right, current);
    const below = (x: Value, y: Value): boolean =>
      typeof x === 'number' && typeof y === 'number'
        ? x < y
        : typeof x === 'string' && typeof y === 'string'
          ? byCodePoint(x, y) < 0
          : false;
    switch (op) {
      case '==':
        return this.same(a, b);
      case '!=':
        return !this.same(a, b);
      case '<':
        return below(a, b);
      case '>':
        return below(b, a);
      case '<=':
        return below(a, b) || this.same(a, b);
      case '>=':
        return below(b, a) || this.same(a, b);
    }
  }

  private same(a: Value, b: Value): boolean {
    this.spend();
    if (isList(a) && isList(b)) return a.length === b.length && a.every((each, n) => this.same(each, b[n]));
    if (isObject(a) && isObject(b)) {
      const names = Object.keys(a);
      return (
        names.length === Object.keys(b).length &&
        names.every((name) => Object.hasOwn(b, name) && this.same(a[name], b[name]))
      );
    }
    return a === b;
  }

  /** The functions of RFC 9535, section 2.4; any other, or one with other arguments, gives nothing. */
  private call({ name, arguments: given }: Call, current: Value): Value {
    const nodes = (at: number): Value[] => {
      const argument = given[at];
      return argument?.type === 'FilterQuery' ? this.found(argument, current) : [];
    };
    const value = (at: number): Value => {
      const argument = given[at];
      if (argument?.type === 'Literal') return argument.value;
      if (argument?.type === 'FunctionExpr') return this.call(argument, current);
      const [first = NOTHING, ...more] = nodes(at);
      return more.length > 0 ? NOTHING : first;
    };
    switch (name) {
      case 'count':
        return nodes(0).length;
      case 'value':
        return value(0);
      case 'length': {
        const of = value(0);
        return typeof of === 'string'
          ? [...of].length
          : isList(of)
            ? of.length
            : isObject(of)
              ? Object.keys(of).length
              : NOTHING;
      }
      case 'match':
      case 'search': {
        const [text, pattern] = [value(0), value(1)];
        return (
          typeof text === 'string' &&
          typeof pattern === 'string' &&
          this.patterns(pattern)?.(text, name === 'match') === true
        );
      }
      default:
        return NOTHING;
    }
  }
}

/** Texts are compared by their characters' numbers (RFC 9535, section 2.3.5.2.2), which UTF-16 does not do beyond U+FFFF. */
function byCodePoint(a: string, b: string): number {
  const [x, y] = [Array.from(a), Array.from(b)];
  for (let n = 0; n < Math.min(x.length, y.length); n += 1) {
    const difference = (x[n]?.codePointAt(0) ?? 0) - (y[n]?.codePointAt(0) ?? 0);
    if (difference !== 0) return difference;
  }
  return x.length - y.length;
}

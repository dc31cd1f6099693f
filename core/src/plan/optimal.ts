import { BadInput, positive } from '../error';

/** Something to be done, as the order sees it. Minutes. */
export interface Task {
  readonly id: string;
  /** How long somebody's hands are busy with it. */
  readonly minutes: number;
  /** Hands-free after it, before what needs it may begin. */
  readonly lag?: number;
  /** What must be over, its hands-free minutes too, before it begins. */
  readonly needs: readonly string[];
  /** Pairs of hands it takes; one where nothing is said. */
  readonly people?: number;
  /** Tools there is one of each of: two tasks with the same one are never at once. */
  readonly tools?: readonly string[];
}

export interface Order {
  /** When each begins, minutes from the start. */
  readonly startsAt: ReadonlyMap<string, number>;
  /** When the last one is over. */
  readonly minutes: number;
  /** No order is faster than this. */
  readonly bound: number;
  /** It is the fastest there is: found so, or as fast as the bound. */
  readonly exact: boolean;
}

/** So many orders are begun at most before the best one so far is taken: a second or so, not for the main thread. */
const MOST_NODES = 60_000;

interface Node {
  readonly id: string;
  readonly minutes: number;
  readonly lag: number;
  readonly people: number;
  readonly tools: readonly number[];
  readonly needs: readonly number[];
  readonly wants: readonly number[];
  /** From its beginning to the end of all, at least. */
  tail: number;
}

/** Tasks by their places, each with what waits for it. @throws BadInput when they form a ring, or one is not there */
function nodesOf(tasks: readonly Task[], people: number): Node[] {
  const at = new Map(tasks.map((t, i) => [t.id, i]));
  if (at.size !== tasks.length) throw new BadInput('tasks', 'name one twice');
  const tools = [...new Set(tasks.flatMap((t) => t.tools ?? []))];
  const needs = tasks.map((t) =>
    t.needs.map((n) => {
      const i = at.get(n);
      if (i === undefined) throw new BadInput(`task ${t.id}`, 'needs one that is not there', n);
      return i;
    }),
  );
  const wants = tasks.map((): number[] => []);
  for (const [i, of] of needs.entries()) for (const n of of) wants[n]!.push(i);
  const nodes = tasks.map((t, i): Node => {
    const crew = t.people ?? 1;
    if (t.minutes < 0 || !Number.isFinite(t.minutes)) throw new BadInput(`minutes of ${t.id}`, 'must be 0 or more', t.minutes);
    if ((t.lag ?? 0) < 0) throw new BadInput(`wait after ${t.id}`, 'must be 0 or more', t.lag);
    if (crew > people) throw new BadInput(`task ${t.id}`, `takes ${crew} people, ${people} are there`);
    return {
      id: t.id,
      minutes: t.minutes,
      lag: t.lag ?? 0,
      people: crew,
      tools: (t.tools ?? []).map((x) => tools.indexOf(x)),
      needs: needs[i]!,
      wants: wants[i]!,
      tail: -1,
    };
  });
  const reach = (i: number, above: ReadonlySet<number>): number => {
    const n = nodes[i]!;
    if (above.has(i)) throw new BadInput('plan', 'has tasks that wait for each other', n.id);
    if (n.tail < 0) {
      const below = new Set(above).add(i);
      n.tail = n.minutes + Math.max(0, ...n.wants.map((w) => n.lag + reach(w, below)));
    }
    return n.tail;
  };
  for (const i of nodes.keys()) reach(i, new Set());
  return nodes;
}

/**
 * The fastest order of tasks for so many people: prerequisites, hands-free waits, tools there is one of, and tasks that
 * take several. Depth first over all orders in which each task begins as early as those before it let it; what cannot be
 * faster than the best so far is left out (`leastEnd`). Exact for about forty tasks; beyond the nodes it may look at, the
 * best found with its bound.
 * The first task listed comes first where nothing else decides.
 * @throws BadInput naming the task and its bound
 */
export function fastestOrder(tasks: readonly Task[], people = 1, most = MOST_NODES): Order {
  positive('people', people);
  const nodes = nodesOf(tasks, people);
  const single = oneAtATime(nodes, people);
  const start = new Array<number>(nodes.length).fill(-1);
  const order = inOrder(nodes);
  // Everything begins at a sum of minutes: nothing ends between two of their steps.
  const grain = grainOf(nodes);
  const bound0 = Math.ceil(leastEnd(nodes, order, single, start, 0, people) / grain - 1e-9) * grain;
  let best: number[] | undefined;
  let bestEnd = Infinity;
  let looked = 0;

  const crowded = chains(nodes) * Math.max(0, ...nodes.map((n) => n.people)) > people;

  /**
   * The earliest a task may begin. Where hands can be short, not before the last that began, and with hands and tools free
   * for all of it; where they never are, behind what has its tools.
   */
  const earliest = (n: Node, last: number): number => {
    let t = crowded ? last : 0;
    for (const i of n.needs) t = Math.max(t, start[i]! + nodes[i]!.minutes + nodes[i]!.lag);
    if (n.minutes === 0) return t;
    if (!crowded) {
      for (const [i, s] of start.entries())
        if (s >= 0 && nodes[i]!.tools.some((x) => n.tools.includes(x))) t = Math.max(t, s + nodes[i]!.minutes);
      return t;
    }
    for (;;) {
      // Everything that has begun began at or before now, so what is in the way is in the way from now on.
      let busy = 0;
      let free = Infinity;
      let blocked = false;
      for (const [i, s] of start.entries()) {
        const o = nodes[i]!;
        if (s < 0 || s + o.minutes <= t || o.minutes === 0) continue;
        busy += o.people;
        if (o.tools.some((x) => n.tools.includes(x))) blocked = true;
        free = Math.min(free, s + o.minutes);
      }
      if (!blocked && busy + n.people <= people) return t;
      t = free;
    }
  };

  const go = (begun: number, last: number, end: number): void => {
    if (begun === nodes.length) {
      if (end < bestEnd) {
        bestEnd = end;
        best = [...start];
      }
      return;
    }
    // The first order is always gone through to its end: there is one to be told of.
    if (best && (looked++ > most || bestEnd <= bound0)) return;
    const open = nodes
      .map((n, i) => ({ n, i, at: 0 }))
      .filter(({ n, i }) => start[i]! < 0 && n.needs.every((x) => start[x]! >= 0));
    for (const o of open) o.at = earliest(o.n, last);
    if (Math.max(end, leastEnd(nodes, order, single, start, crowded ? last : 0, people)) >= bestEnd) return;
    const first = open.reduce((a, b) => (b.at + b.n.minutes < a.at + a.n.minutes ? b : a));
    const over = first.at + first.n.minutes;
    // Before the first of them is over another begins that is in its way, or it begins itself (Giffler and Thompson 1960).
    const next = open
      .filter(
        (o) =>
          o === first ||
          (o.at < over && (crowded || o.n.tools.some((x) => first.n.tools.includes(x)))) ||
          (o.n.minutes === 0 && o.at <= over),
      )
      // First what begins soonest, then what most hangs on; the list decides where they are alike.
      .sort((a, b) => a.at - b.at || b.n.tail - a.n.tail || a.i - b.i);
    for (const o of next) {
      start[o.i] = o.at;
      go(begun + 1, o.at, Math.max(end, o.at + o.n.minutes));
      start[o.i] = -1;
    }
  };
  go(0, 0, 0);
  const found = best!;
  const exact = looked <= most || bestEnd <= bound0;
  return {
    startsAt: new Map(nodes.map((n, i) => [n.id, found[i]!])),
    minutes: bestEnd,
    bound: exact ? bestEnd : bound0,
    exact,
  };
}

/** The largest of 1, ½ and 0.1 minutes of which all minutes are whole multiples; as good as none where there is none. */
function grainOf(nodes: readonly Node[]): number {
  const whole = (g: number) => nodes.every((n) => [n.minutes, n.lag].every((m) => Math.abs(m / g - Math.round(m / g)) < 1e-9));
  return [1, 0.5, 0.1].find(whole) ?? 1e-6;
}

/** So many tasks can be at once at most: by as many chains, each task after the one before it, all of them are covered. */
function chains(nodes: readonly Node[]): number {
  const followed = new Set<number>();
  let links = 0;
  for (const n of nodes) {
    const next = n.wants.find((w) => !followed.has(w));
    if (next === undefined) continue;
    followed.add(next);
    links++;
  }
  return nodes.length - links;
}

/** No order of these is over sooner: what `fastestOrder` begins with. @throws BadInput naming the task and its bound */
export function soonestEnd(tasks: readonly Task[], people = 1): number {
  const nodes = nodesOf(tasks, people);
  const none = new Array<number>(nodes.length).fill(-1);
  return leastEnd(nodes, inOrder(nodes), oneAtATime(nodes, people), none, 0, people);
}

/** Places in an order in which each comes after what it needs. */
function inOrder(nodes: readonly Node[]): number[] {
  const out: number[] = [];
  const seen = new Set<number>();
  const visit = (i: number): void => {
    if (seen.has(i)) return;
    seen.add(i);
    for (const n of nodes[i]!.needs) visit(n);
    out.push(i);
  };
  for (const i of nodes.keys()) visit(i);
  return out;
}

/** Sets of tasks of which never two are at once: those of one tool, and those that leave no hands for another. */
function oneAtATime(nodes: readonly Node[], people: number): number[][] {
  const tools = new Map<number, number[]>();
  for (const [i, n] of nodes.entries()) for (const t of n.tools) tools.set(t, [...(tools.get(t) ?? []), i]);
  const alone = [...nodes.keys()].filter((i) => 2 * nodes[i]!.people > people);
  return [...tools.values(), ...(alone.length ? [alone] : [])];
}

/**
 * When all can be over at the earliest, nothing that has not begun beginning before `last`: by the longest chain, by the
 * work for the people, and for each set of tasks that are done one at a time by Jackson's rule with interruptions (each
 * from when it can begin, what most comes after first; Carlier 1982), which no order without them beats.
 */
function leastEnd(
  nodes: readonly Node[],
  order: readonly number[],
  single: readonly (readonly number[])[],
  start: readonly number[],
  last: number,
  people: number,
): number {
  const head = new Array<number>(nodes.length).fill(0);
  let least = 0;
  let work = 0;
  for (const i of order) {
    const n = nodes[i]!;
    const begun = start[i]! >= 0;
    let from = begun ? start[i]! : last;
    if (!begun) for (const x of n.needs) from = Math.max(from, head[x]! + nodes[x]!.minutes + nodes[x]!.lag);
    head[i] = from;
    least = Math.max(least, from + n.tail);
    work += (begun ? Math.max(0, Math.min(n.minutes, from + n.minutes - last)) : n.minutes) * n.people;
  }
  least = Math.max(least, last + work / people, shared(nodes, head, people));
  for (const set of single)
    least = Math.max(
      least,
      jackson(
        set.filter((i) => nodes[i]!.minutes > 0),
        nodes,
        head,
      ),
    );
  return least;
}

/**
 * The end by the work of every set of tasks that begin no earlier than one of them and have no less to come after them: it
 * is done by so many people at once at most, and what is shortest after it follows (the bound of Carlier 1987).
 */
function shared(nodes: readonly Node[], head: readonly number[], people: number): number {
  if (people === 1) return 0;
  const byAfter = [...nodes.keys()]
    .filter((i) => nodes[i]!.minutes > 0)
    .sort((a, b) => nodes[b]!.tail - nodes[b]!.minutes - nodes[a]!.tail + nodes[a]!.minutes);
  let least = 0;
  for (const from of new Set(byAfter.map((i) => head[i]!))) {
    let work = 0;
    for (const i of byAfter) {
      if (head[i]! < from) continue;
      const n = nodes[i]!;
      work += n.minutes * n.people;
      least = Math.max(least, from + work / people + n.tail - n.minutes);
    }
  }
  return least;
}

/** The end of these by Jackson's rule with interruptions. */
function jackson(set: readonly number[], nodes: readonly Node[], head: readonly number[]): number {
  const left = new Map(set.map((i) => [i, nodes[i]!.minutes]));
  const after = (i: number) => nodes[i]!.tail - nodes[i]!.minutes;
  let now = 0;
  let end = 0;
  while (left.size > 0) {
    let best = -1;
    let soonest = Infinity;
    for (const i of left.keys()) {
      if (head[i]! > now) soonest = Math.min(soonest, head[i]!);
      else if (best < 0 || after(i) > after(best)) best = i;
    }
    if (best < 0) {
      now = soonest;
      continue;
    }
    const take = Math.min(left.get(best)!, soonest - now);
    now += take;
    if (take === left.get(best)) {
      left.delete(best);
      end = Math.max(end, now + after(best));
    } else left.set(best, left.get(best)! - take);
  }
  return end;
}

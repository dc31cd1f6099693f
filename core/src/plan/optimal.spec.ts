import fc from 'fast-check';
import { fastestOrder, type Order, type Task } from './optimal';

/** Whether an order may be worked: needs and waits over, no more hands than there are, no tool in two places. */
function wrong(tasks: readonly Task[], o: Order, people: number): string {
  const by = new Map(tasks.map((t) => [t.id, t]));
  const at = (id: string) => o.startsAt.get(id)!;
  for (const t of tasks)
    for (const n of t.needs) if (at(t.id) < at(n) + by.get(n)!.minutes + (by.get(n)!.lag ?? 0)) return `${t.id} before ${n}`;
  for (const t of tasks) {
    if (t.minutes === 0) continue;
    const now = tasks.filter((x) => x.minutes > 0 && at(x.id) <= at(t.id) && at(t.id) < at(x.id) + x.minutes);
    if (now.reduce((sum, x) => sum + (x.people ?? 1), 0) > people) return `too many hands at ${t.id}`;
    for (const tool of t.tools ?? []) if (now.filter((x) => x.tools?.includes(tool)).length > 1) return `two at the ${tool}`;
  }
  return '';
}

/** Every order of the tasks, each begun as early as those before it in the list let it: the shortest, with no bound at all. */
function enumerated(tasks: readonly Task[], people: number): number {
  const by = new Map(tasks.map((t) => [t.id, t]));
  let best = Infinity;
  const at = new Map<string, number>();
  const fits = (t: Task, from: number): boolean => {
    // At every minute of it, hands and tools are free (whole minutes in these tests).
    for (let m = from; m < from + t.minutes; m++) {
      const now = [...at].filter(([id, s]) => s <= m && m < s + by.get(id)!.minutes).map(([id]) => by.get(id)!);
      if (now.reduce((sum, x) => sum + (x.people ?? 1), 0) + (t.people ?? 1) > people) return false;
      if (now.some((x) => x.tools?.some((tool) => t.tools?.includes(tool)))) return false;
    }
    return true;
  };
  const go = (left: readonly Task[]): void => {
    if (left.length === 0) return void (best = Math.min(best, Math.max(0, ...[...at].map(([id, s]) => s + by.get(id)!.minutes))));
    for (const t of left) {
      if (!t.needs.every((n) => at.has(n))) continue;
      let from = Math.max(0, ...t.needs.map((n) => at.get(n)! + by.get(n)!.minutes + (by.get(n)!.lag ?? 0)));
      while (!fits(t, from)) from++;
      at.set(t.id, from);
      go(left.filter((x) => x !== t));
      at.delete(t.id);
    }
  };
  go(tasks);
  return best;
}

test('as fast as the fastest of all orders there are, on small plans with waits, tools and tasks for two', () => {
  const plan = fc.integer({ min: 1, max: 6 }).chain((n) =>
    fc.tuple(
      ...Array.from({ length: n }, (_, i) =>
        fc.record({
          id: fc.constant(`t${i}`),
          minutes: fc.integer({ min: 1, max: 6 }),
          lag: fc.constantFrom(0, 0, 3, 9),
          needs: fc.subarray(
            Array.from({ length: i }, (_x, k) => `t${k}`),
            { maxLength: Math.min(i, 2) },
          ),
          people: fc.constantFrom(1, 1, 2),
          tools: fc.subarray(['wrench', 'jack'], { maxLength: 1 }),
        }),
      ),
    ),
  );
  fc.assert(
    fc.property(plan, fc.constantFrom(2, 3), (tasks, people) => {
      const o = fastestOrder(tasks, people);
      expect(wrong(tasks, o, people)).toBe('');
      expect(o.exact).toBe(true);
      expect(o.minutes).toBe(enumerated(tasks, people));
    }),
    { numRuns: 150 },
  );
});

test('one pair of hands never waits while something can be done', () => {
  const soak: Task = { id: 'soak', minutes: 2, lag: 15, needs: [] };
  const tasks: Task[] = [soak, { id: 'off', minutes: 6, needs: ['soak'] }, { id: 'other side', minutes: 9, needs: [] }];
  expect(fastestOrder(tasks)).toMatchObject({ minutes: 23, exact: true });
  expect(fastestOrder([...tasks, { id: 'parts', minutes: 6, needs: [] }])).toMatchObject({ minutes: 23 });
});

// Fisher and Thompson 1963, "Probabilistic learning combinations of local job-shop scheduling rules": six jobs of six
// operations on six machines, the fastest is 55 (from memory). A machine is a tool there is one of.
const FT06 = [
  [
    [2, 1],
    [0, 3],
    [1, 6],
    [3, 7],
    [5, 3],
    [4, 6],
  ],
  [
    [1, 8],
    [2, 5],
    [4, 10],
    [5, 10],
    [0, 10],
    [3, 4],
  ],
  [
    [2, 5],
    [3, 4],
    [5, 8],
    [0, 9],
    [1, 1],
    [4, 7],
  ],
  [
    [1, 5],
    [0, 5],
    [2, 5],
    [3, 3],
    [4, 8],
    [5, 9],
  ],
  [
    [2, 9],
    [1, 3],
    [4, 5],
    [5, 4],
    [0, 3],
    [3, 1],
  ],
  [
    [1, 3],
    [3, 3],
    [5, 9],
    [0, 10],
    [4, 4],
    [2, 1],
  ],
] as const;
test('the six by six of Fisher and Thompson: 55, and no order is faster', () => {
  const tasks = FT06.flatMap((job, j) =>
    job.map(([machine, minutes], i): Task => ({
      id: `${j}.${i}`,
      minutes,
      needs: i ? [`${j}.${i - 1}`] : [],
      tools: [`m${machine}`],
    })),
  );
  const o = fastestOrder(tasks, 6, 400_000);
  expect(wrong(tasks, o, 6)).toBe('');
  expect(o.minutes).toBe(55);
  expect(o.exact).toBe(true);
});

test('where it may not look at all orders it says by how much it may be off', () => {
  const tasks: Task[] = Array.from({ length: 24 }, (_, i) => ({
    id: `t${i}`,
    minutes: 3 + ((i * 7) % 5),
    lag: (i * 3) % 4 ? 0 : 11,
    needs: i > 3 ? [`t${i - 4}`] : [],
    people: i % 5 ? 1 : 2,
    tools: [`x${i % 3}`],
  }));
  const o = fastestOrder(tasks, 2, 40);
  expect(wrong(tasks, o, 2)).toBe('');
  expect(o.bound).toBeLessThanOrEqual(o.minutes);
  expect(o.exact).toBe(o.bound === o.minutes);
  expect(wrong(tasks, fastestOrder(tasks, 2, 0), 2)).toBe('');
});

test.each([
  [
    [
      { id: 'a', minutes: 1, needs: ['b'] },
      { id: 'b', minutes: 1, needs: ['a'] },
    ],
    /wait for each other/,
  ],
  [[{ id: 'a', minutes: -1, needs: [] }], /minutes of a must be 0 or more/],
  [[{ id: 'a', minutes: 1, lag: -2, needs: [] }], /wait after a must be 0 or more/],
  [[{ id: 'a', minutes: 1, needs: ['x'] }], /needs one that is not there/],
  [[{ id: 'a', minutes: 1, needs: [], people: 2 }], /takes 2 people, 1 are there/],
  [
    [
      { id: 'a', minutes: 1, needs: [] },
      { id: 'a', minutes: 1, needs: [] },
    ],
    /name one twice/,
  ],
] as const)('%j is refused', (tasks, message) => expect(() => fastestOrder(tasks)).toThrow(message));

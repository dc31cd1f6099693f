import { largeNet } from '../../core/src/test/large-net';
import {
  fastenersOf,
  foldJob,
  nextLine,
  planOf,
  posterior,
  rankParts,
  suspects,
  wantedFor,
  type JobContext,
} from '../../core/src';
import { GAUGES, makeCatalogue, makeHistory, makeVehicles, RULES, TYPES } from '../../demo/src';

/** What core does on a tap, on the longest job of the demo floor. */
export function benches(): [string, () => unknown][] {
  const now = new Date('2026-11-25T12:00:00Z');
  const ids = Object.fromEntries(TYPES.map((t, i) => [t.key, `00000000-0000-7000-8000-00000000000${i}`]));
  const types = Object.fromEntries(TYPES.map((t) => [t.key, { id: ids[t.key]!, spec: t.spec }]));
  const catalogue = makeCatalogue(ids);
  const vehicles = makeVehicles(2026);
  const jobs = makeHistory({ now, vehicles, types, catalogue });
  const job = jobs.reduce((a, b) => (b.entries.length > a.entries.length ? b : a));
  const v = vehicles.find((x) => x.key === job.vehicle)!;
  const context: JobContext = {
    type: types[v.type]!.spec,
    typeId: ids[v.type]!,
    kind: job.kind,
    distanceKm: job.distanceKm,
    rules: RULES,
    gauges: GAUGES.map((g) => ({
      id: g.id,
      name: g.name,
      resolutionMm: g.resolutionMm,
      known: { sdMm: g.scatterMm, degrees: g.degrees },
    })),
  };
  const fold = () => foldJob(context, job.entries);
  const state = fold();
  const { net, said } = largeNet(14);
  return [
    ['posterior: 60 faults, 150 findings, 14 positive', () => posterior(net, said)],
    [`fold of ${job.entries.length} entries`, fold],
    [
      'fold, suspects, plan, fasteners, next line',
      () => {
        const s = fold();
        return [suspects(s), planOf(s), fastenersOf(s), nextLine(s, now.getTime())];
      },
    ],
    ['suspects alone', () => suspects({ ...state })],
    [`${catalogue.length} parts ranked`, () => rankParts(catalogue, wantedFor(state, ['front.left.link-lower']))],
  ];
}

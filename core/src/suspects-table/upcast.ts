import { own } from '../error';
import { LIKENESSES, SUSPECTS_TABLE_FORMAT, type Likeness, type Sign } from '../diagnosis';
import shipped from './shipped.json';

export type Raw = Record<string, unknown>;

/** The signs the second format did not know yet: they alone may be missing in it. */
const SINCE_2: readonly Sign[] = ['hum', 'idling', 'cold only', 'wet', 'after rain', 'loaded'];

/** What a table that ships says of the sounds that are played: of a part's signs, or of leaks. */
const likenesses = (signs: Readonly<Partial<Record<string, number>>> | undefined): Raw =>
  Object.fromEntries(Object.entries(signs ?? {}).filter(([k]) => LIKENESSES.includes(k as Likeness)));

/** What each older format needs to become the next one. */
const UPCASTS: Readonly<Record<string, (table: Raw) => Raw>> = {
  // The third played no sounds to point at: what they say comes from the table that ships.
  'ash-knot suspects table 3': (table) => {
    const mine = (k: string) => (own(table, k) ?? {}) as Raw;
    const ours = shipped.faults as Readonly<Record<string, { readonly signs: Readonly<Partial<Record<string, number>>> }>>;
    return {
      ...table,
      format: SUSPECTS_TABLE_FORMAT,
      faults: Object.fromEntries(
        Object.entries(mine('faults')).map(([k, v]) => {
          const fault = v as Raw;
          return [k, { ...fault, signs: { ...likenesses(own(ours, k)?.signs), ...((fault['signs'] ?? {}) as Raw) } }];
        }),
      ),
      ...(table['leaks'] === undefined ? {} : { leaks: { ...likenesses(shipped.leaks), ...mine('leaks') } }),
      ...(table['naming'] === undefined ? {} : { naming: { likeness: shipped.naming.likeness, ...mine('naming') } }),
    };
  },
  // The second told no noise from wear: what a worn part sounds like, what is named, and play come from the table that ships.
  'ash-knot suspects table 2': ({ measured: _measured, place: _place, ...table }) => {
    const mine = (k: string) => (own(table, k) ?? {}) as Raw;
    const { changedLately: _changed, ...priors } = mine('priors');
    return {
      ...table,
      format: 'ash-knot suspects table 3',
      faults: Object.fromEntries(
        Object.entries(mine('faults')).map(([k, v]) => [k, { sounds: own(shipped.faults, k)?.sounds, ...(v as Raw) }]),
      ),
      ...(table['leaks'] === undefined
        ? {}
        : { leaks: { ...Object.fromEntries(SINCE_2.map((x) => [x, shipped.leaks[x]])), ...mine('leaks') } }),
      ...(table['felt'] === undefined ? {} : { felt: { slight: shipped.felt.slight, ...mine('felt') } }),
      naming: shipped.naming,
      unlisted: shipped.unlisted,
      sources: shipped.sources,
      play: shipped.play,
      places: shipped.places,
      ...(table['drive'] === undefined
        ? {}
        : {
            drive: { ...mine('drive'), linksOff: { leak: shipped.drive.linksOff.leak, ...(mine('drive')['linksOff'] as Raw) } },
          }),
      ...(table['priors'] === undefined
        ? {}
        : {
            priors: {
              ...priors,
              changedFlag: shipped.priors.changedFlag,
              newBump: shipped.priors.newBump,
              newKm: shipped.priors.newKm,
              touchedLately: shipped.priors.touchedLately,
            },
          }),
    };
  },
  // The first called the shop's own drive "driven", and knew a link of no kind.
  'ash-knot strengths 1': ({ driven, ...table }) => ({
    ...table,
    format: 'ash-knot suspects table 2',
    ...(driven === undefined ? {} : { drive: driven }),
    variants: Array.isArray(table['variants'])
      ? table['variants'].map((v: Raw) =>
          Array.isArray(v['link']) ? { ...v, link: v['link'].filter((kind) => kind !== 'none') } : v,
        )
      : table['variants'],
  }),
};

/** A table of any older format as today's: what it did not know comes from the table that ships. */
export function upcast(table: Raw): Raw {
  let t = table;
  for (let next = own(UPCASTS, String(t['format'])); next; next = own(UPCASTS, String(t['format']))) t = next(t);
  return t;
}

import { aim } from './aim';
import { alignment } from './alignment';
import { apart } from './apart';
import { arrange } from './arrange';
import { answer } from './answer';
import { quoted } from './quoted';
import { book } from './book';
import { caution } from './caution';
import { changed } from './changed';
import { check } from './check';
import { choose } from './choose';
import { clicks } from './clicks';
import { coat } from './coat';
import { complaint } from './complaint';
import { confirm } from './confirm';
import { crew } from './crew';
import { defect } from './defect';
import { distance } from './distance';
import { drive } from './drive';
import { film } from './film';
import { goOn } from './go-on';
import { goods } from './goods';
import { handBack } from './hand-back';
import { height } from './height';
import { lock } from './lock';
import { looked } from './looked';
import { loop } from './loop';
import { mark } from './mark';
import { named } from './named';
import { note } from './note';
import { order } from './order';
import { orientation } from './orientation';
import { photo } from './photo';
import { piece } from './piece';
import { point } from './point';
import { promise } from './promise';
import { proof } from './proof';
import { purpose } from './purpose';
import { reading } from './reading';
import { recheck } from './recheck';
import { rechecked } from './rechecked';
import { recording } from './recording';
import { result } from './result';
import { roadTest } from './road-test';
import { lubricant } from './lubricant';
import { room } from './room';
import { rung } from './rung';
import { setup } from './setup';
import { size } from './size';
import { stands } from './stands';
import { step } from './step';
import { strike } from './strike';
import { target } from './target';
import { tip } from './tip';
import { told } from './told';
import { torque } from './torque';
import { trouble } from './trouble';
import { undone } from './undone';
import { variant } from './variant';
import { verdict } from './verdict';
import { way } from './way';
import { wheels } from './wheels';
import { zero } from './zero';

/** Every kind of entry: a new one is a file beside these and a line here. */
export const ENTRY_SPECS = {
  complaint,
  purpose,
  distance,
  stands,
  check,
  drive,
  defect,
  reading,
  zero,
  loop,
  film,
  result,
  photo,
  named,
  verdict,
  'go-on': goOn,
  size,
  point,
  variant,
  choose,
  quoted,
  answer,
  order,
  promise,
  goods,
  setup,
  apart,
  crew,
  height,
  step,
  trouble,
  tip,
  way,
  rung,
  undone,
  arrange,
  lubricant,
  room,
  target,
  torque,
  book,
  mark,
  clicks,
  lock,
  coat,
  wheels,
  piece,
  orientation,
  confirm,
  caution,
  proof,
  'road-test': roadTest,
  aim,
  alignment,
  recheck,
  rechecked,
  recording,
  told,
  note,
  changed,
  looked,
  strike,
  'hand-back': handBack,
} as const;

export type EntryKind = keyof typeof ENTRY_SPECS;
export const ENTRY_KINDS = Object.keys(ENTRY_SPECS) as readonly EntryKind[];

/** What each kind of ledger entry carries. contract/ has the equal schemas. */
export type EntryBodies = { [K in EntryKind]: NonNullable<(typeof ENTRY_SPECS)[K]['bodyType']> };
export type { EntryKindSpec, Kept, Upcast } from './entry-kind';

export {
  type SoundSign,
  type WornSign,
  type SourceCounts,
  type Signs,
  saidOf,
  type OverSets,
  type SourceSets,
  signGiven,
  alsoHeard,
} from './sets';
export { type Summed, type Weighed, weigh } from './weigh';
export { leftOut, soundLayer } from './layer';
export { chanceOfSets, eachSet, makesOf, someMakes, hypotheses, someWorn, type Among, soundingAmong, makesIf } from './ask';

export { type Catch, catchesOf } from './catches.ts'
export {
  coverOf,
  lastSaidOf,
  type MomentCover,
  type MomentRecords,
  type MomentState,
  momentState,
  type MomentVisit,
  type OnAir,
  onAirOf,
  visitsOf,
} from './coverOf.ts'
export { type CardLoss, cardLossesOf, lampsByCircuit, type Loss, lossesOf, type Mend, mendsOf } from './losses.ts'
export { type HeardVoice, type Phase, phasesOf, type SoundLoss, soundLossesOf, soundsOf } from './sounds.ts'

export { type LinedUp, lineUp } from './lineUp.ts'
export { type Peaks, peaksOf } from './peaks.ts'
export { resampled, type Sound, soundOf } from './sound.ts'
export { likeVoices } from './voices.ts'

export {
  buildWork,
  type BuildTask,
  type BuildWork,
  ownPace,
  relightMinutes,
  suggestedMinutes,
  workFrom,
} from './buildMinutes.ts'

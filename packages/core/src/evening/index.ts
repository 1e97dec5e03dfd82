export { ASSUMED, type Evening, type EveningCard, eveningOf } from './evening.ts'

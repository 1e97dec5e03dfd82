export { kitDifference, kitNeeds } from './kitNeeds.ts'

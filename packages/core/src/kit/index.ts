export { kitDifference, type KitLine, kitNeeds } from './kitNeeds.ts'

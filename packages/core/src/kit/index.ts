export { filterStock, nearestStack } from './filterStock.ts'
export { kitDifference, type KitLine, kitNeeds } from './kitNeeds.ts'

export { filterStock, nearestStack } from './filterStock.ts'
export { kitDifference, type KitLine, kitNeeds, lampNeed, reaches, shotNeeds } from './kitNeeds.ts'

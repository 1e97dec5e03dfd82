export { type Carried, carrying, HANDS_KG } from './carrying.ts'
export { filterStock, nearestStack } from './filterStock.ts'
export { kitDifference, type KitLine, kitNeeds, lampNeed, reaches, shotNeeds } from './kitNeeds.ts'
export { countOf, type FromSomebody, goesBack, rentalDays, rentOrOwn, usable } from './inventory.ts'

export { budgetOf, lineMinor, moneyText, oneMore, parseMoney } from './budget.ts'
export { type Terms, type Wage, wageOf } from './wages.ts'

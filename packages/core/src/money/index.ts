export { budgetOf, lineMinor, moneyText, oneMore, parseMoney } from './budget.ts'

export {
  type Budget,
  type Costed,
  type OneMore,
  budgetOf,
  lineMinor,
  moneyText,
  oneMore,
  parseMoney,
} from './budget.ts'

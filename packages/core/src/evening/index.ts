export { type CardFills, type CardForecast, cardForecast, type DeviceForecast } from './cardForecast.ts'
export { ASSUMED, type Evening, type EveningCard, eveningOf } from './evening.ts'

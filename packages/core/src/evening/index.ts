export { type CardFills, type CardForecast, cardForecast, type DeviceForecast } from './cardForecast.ts'
export { type DriveForecast, driveForecast, type DriveRoom } from './driveForecast.ts'
export { ASSUMED, type Evening, type EveningCard, eveningOf } from './evening.ts'

export { type CardFills, type CardForecast, cardForecast, type DeviceForecast } from './cardForecast.ts'
export { type DriveForecast, driveForecast, type DriveRoom } from './driveForecast.ts'
export { ASSUMED, type EveningSpeeds, type Speed } from './speeds.ts'
export { type Evening, type EveningCard, eveningOf } from './evening.ts'

export { type DeviceTimecode, deviceTimecodes, ORDINARY_PPM } from './jams.ts'
export { RADIO_RULES, type RadioPlan, radioPlan, type RadioTrouble } from './radioPlan.ts'

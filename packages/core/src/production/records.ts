import type { PlacedFigure } from '../optics/placedFigure.ts'

/**
 * What the core reads of a production's records. The contract's schemas are wider; a record that
 * satisfies its schema satisfies these. Minutes are minutes after local midnight of the day.
 */
export interface HouseRules {
  readonly title: string
  readonly client: string
  readonly units: 'metric' | 'feet'
  readonly mainsHz: number
  readonly mainsVolts: number
  readonly copiesBeforeWipe: number
  readonly checkedBeforeWipe: number
  readonly holdersBeforeWipe: number
  readonly cardSchool: 'wipe' | 'hold'
  readonly longestDayMin: number
  readonly shortestRestMin: number
  readonly mealEveryMin: number
  readonly shutterSchool: 'half' | 'free'
  readonly slateScheme: 'scene-shot' | 'running'
  readonly circuitHeadroomPct: number
  readonly onceOnlyPictures: number
  readonly onceOnlySounds: number
  readonly relightMin: number
  readonly turnMin: number
  readonly rigMin: number
  readonly moveMin: number
  readonly spotMoveMin: number
  readonly wrapOutMin: number
  readonly strayLimit: number
  readonly alikeLimit: number
  readonly currency: string
  readonly budgetMinor: number
  readonly quoteMinor: number
  readonly contingencyPct: number
}
export interface Deliverable {
  readonly id: string
  readonly name: string
  readonly aspect: number
  readonly rateNum: number
  readonly rateDen: number
  readonly dropFrame: boolean
  readonly rank: number
}
export interface Place {
  readonly id: string
  readonly name: string
  readonly latitudeDeg: number
  readonly longitudeDeg: number
  readonly timeZone: string
  readonly opensMin: number | null
  readonly closesMin: number | null
  readonly address: string
  readonly directions: string
  readonly parking: string
  readonly noise: string
  readonly shelter: string
  readonly toilets: string
  readonly food: string
  readonly lockable: string
  readonly others: string
  readonly phoneSignal: string
  readonly vanAccess: string
  readonly permission: string
  readonly hospital: string
  readonly hazards: string
}
export interface Circuit {
  readonly id: string
  readonly placeId: string
  readonly name: string
  readonly ratingA: number
  readonly otherLoadW: number
  readonly otherLoadNote: string
}
export interface Spot {
  readonly id: string
  readonly placeId: string
  readonly name: string
  readonly widthM: number
  readonly depthM: number
  readonly heightM: number
  readonly outdoors: boolean
  readonly upBearingDeg: number
  /** Corners of the room in metres; empty for four walls of width and depth. */
  readonly outline: readonly (readonly [number, number])[]
}
export interface Scene {
  readonly id: string
  readonly number: string
  readonly title: string
  readonly spotId: string | null
  readonly rank: number
  readonly characters: readonly string[]
  readonly dropped: boolean
}
export interface Camera {
  readonly id: string
  readonly letter: string
  readonly name: string
  readonly sensorWidthMm: number
  readonly sensorHeightMm: number
  readonly dataRateMbps: number
  readonly nativeIso: number
  readonly mostIso: number
  readonly operatorId: string | null
}
export interface Recorder {
  readonly id: string
  readonly letter: string
  readonly name: string
}
export interface Person {
  readonly id: string
  readonly name: string
  readonly role: string
  readonly needed: 'all-day' | 'by-shots'
  readonly leadMin: number
  readonly phone: string
  readonly email: string
}
export interface Attendance {
  readonly id: string
  readonly personId: string
  readonly dayId: string
}
export interface Day {
  readonly id: string
  readonly title: string
  readonly date: string
  readonly placeId: string
  readonly callMin: number
  readonly outByMin: number | null
  readonly note: string
  readonly weather: string
}
export interface Setup {
  readonly id: string
  readonly letter: string
  readonly name: string
  readonly spotId: string
  readonly parentId: string | null
  readonly buildMin: number
  readonly ambientLux: number
  readonly ratioLeast: number | null
  readonly ratioMost: number | null
  readonly cautions: readonly string[]
}
export interface PlacedLamp {
  readonly id: string
  readonly setupId: string
  readonly name: string
  readonly libraryKey: string
  readonly role: 'key' | 'fill' | 'edge' | 'background' | 'practical'
  readonly luxAt1m: number
  readonly beamDeg: number
  readonly watts: number
  readonly xM: number
  readonly yM: number
  readonly heightM: number
  readonly bearingDeg: number
  readonly tiltDeg: number
  readonly levelPct: number
  readonly lossStops: number
  readonly circuitId: string | null
}
export interface Mark {
  readonly id: string
  readonly setupId: string
  readonly name: string
  readonly xM: number
  readonly yM: number
  readonly heightM: number
  readonly facingDeg: number
}
export type LightWindowName = 'none' | 'clock' | 'dawn' | 'daylight' | 'golden-evening' | 'dusk' | 'night'
export interface Shot {
  readonly id: string
  readonly sceneId: string
  readonly code: string
  readonly sees: string
  readonly cameraId: string | null
  readonly personIds: readonly string[]
  readonly focalLengthMm: number
  readonly squeeze: number
  readonly tStop: number
  readonly fpsNum: number
  readonly fpsDen: number
  readonly shutterDeg: number
  readonly iso: number
  readonly ndStops: number
  readonly distanceM: number
  readonly side: string
  readonly frameSide: 'left' | 'centre' | 'right'
  readonly setupId: string | null
  readonly rig: string
  readonly modeId: string | null
  readonly lensId: string | null
  readonly cameraHeightM: number
  readonly figure: 'standing' | 'seated' | 'none'
  /** Who was placed in the computed frame; empty for the one it is measured by. */
  readonly figures: readonly PlacedFigure[]
  readonly looks: 'auto' | 'left' | 'right' | 'camera'
  readonly diffusion: string
  readonly diffusionStops: number
  readonly screenHz: number | null
  readonly operatorId: string | null
  readonly matchId: string | null
  readonly wardrobe: string
  readonly props: string
  readonly minutes: number
  readonly takesExpected: number
  readonly takeSeconds: number
  readonly mustHave: boolean
  readonly onceOnly: boolean
  readonly slowMotion: boolean
  readonly quiet: boolean
  readonly pairId: string | null
  readonly window: LightWindowName
  readonly windowFromMin: number | null
  readonly windowToMin: number | null
}
export interface CameraPosition {
  readonly id: string
  readonly setupId: string
  readonly cameraId: string
  readonly xM: number
  readonly yM: number
  readonly heightM: number
  readonly bearingDeg: number
}
export interface SensorModeOfCamera {
  readonly id: string
  readonly cameraId: string
  readonly name: string
  readonly widthMm: number
  readonly heightMm: number
  readonly widthPx: number
  readonly heightPx: number
  readonly mostFps: number
}
export interface LensInCase {
  readonly id: string
  readonly name: string
  readonly focalLengthMm: number
  readonly longestMm: number
  readonly tStop: number
  readonly squeeze: number
  readonly closeFocusM: number
  readonly imageCircleMm: number
}
export interface Palette {
  readonly id: string
  readonly name: string
  readonly sceneIds: readonly string[]
  readonly stretch: string
  readonly colours: readonly {
    readonly hex: string
    readonly name: string
    readonly role: '' | 'key' | 'background' | 'accent'
  }[]
  readonly rank: number
}
export interface LookItem {
  readonly id: string
  readonly name: string
  readonly type: 'wardrobe' | 'prop' | 'set'
  readonly personId: string | null
  readonly sceneIds: readonly string[]
  readonly hex: string
}
export interface MoneyLine {
  readonly id: string
  readonly title: string
  readonly basis: 'fee' | 'rent' | 'own' | 'travel' | 'place' | 'usage' | 'other'
  readonly quantity: number
  readonly days: number
  readonly unit: 'day' | 'night' | 'job' | 'piece' | 'km' | 'hour' | 'year and medium'
  readonly rateMinor: number
  readonly years: number
  readonly media: number
  readonly growsWith: '' | 'person' | 'camera'
  readonly actualMinor: number | null
}
export type FittingType =
  'window' | 'door' | 'mirror' | 'glass' | 'socket' | 'fixed lamp' | 'no-go' | 'furniture' | 'obstacle'
/** Something on the plan of a spot: on a wall by its number and the way along, or free by its place. */
export interface Fitting {
  readonly id: string
  readonly spotId: string
  readonly type: FittingType
  readonly name: string
  readonly wall: number
  readonly alongM: number
  readonly xM: number
  readonly yM: number
  readonly widthM: number
  readonly depthM: number
  readonly turnDeg: number
  readonly sillM: number
  readonly headM: number
  readonly groundBelowM: number
  readonly circuitId: string | null
}
export interface NoiseSource {
  readonly id: string
  readonly placeId: string
  readonly name: string
  readonly fromMin: number
  readonly toMin: number
}
export interface OrderItem {
  readonly id: string
  readonly dayId: string
  readonly rank: number
  readonly type: 'shots' | 'meal' | 'fixed'
  readonly shotIds: readonly string[]
  readonly recorderIds: readonly string[]
  readonly title: string
  readonly minutes: number | null
  readonly fixedAtMin: number | null
}
export interface FixedEvent {
  readonly id: string
  readonly dayId: string
  readonly title: string
  readonly startMin: number
  readonly endMin: number | null
}
export interface KitItem {
  readonly id: string
  readonly name: string
  readonly answersTo: string
  readonly owned: number
  readonly rented: number
}
export interface Card {
  readonly id: string
  readonly label: string
  readonly cameraId: string | null
  readonly recorderId: string | null
  readonly capacityGb: number
}
export interface Drive {
  readonly id: string
  readonly label: string
  readonly speed: 'fast' | 'slow'
  readonly capacityGb: number
}
/** A copy that somebody means to make. */
export interface PlannedCopy {
  readonly id: string
  readonly cardId: string
  readonly driveId: string
}

/**
 * Ledger entries: they are only ever added. `version` is the number of the edit that added them, so it tells
 * which came first whatever the clocks of the devices said.
 */
export interface Take {
  readonly id: string
  readonly version: number
  readonly dayId: string
  readonly slate: string
  readonly number: number
  readonly shotIds: readonly string[]
  readonly cameraIds: readonly string[]
  readonly recorderIds: readonly string[]
  readonly cardIds: readonly string[]
  readonly startTimecode: string
  readonly rateNum: number
  readonly rateDen: number
  readonly dropFrame: boolean
  readonly wild: boolean
  readonly startedAt: string
  readonly orderItemId: string | null
}
export type TakeEventType = 'cut' | 'good' | 'no-good' | 'note'
export interface TakeEvent {
  readonly id: string
  readonly takeId: string
  readonly type: TakeEventType
  readonly timecode: string
  readonly text: string
  readonly happenedAt: string
}
export interface CopyRun {
  readonly id: string
  readonly version: number
  readonly cardId: string
  readonly driveId: string
  /** Number of the newest edit when the copy began: anything rolled later has a higher one. */
  readonly afterSeq: number
  readonly files: number
  readonly bytes: number
  readonly outcome: 'complete' | 'incomplete'
  readonly startedAt: string
  readonly endedAt: string
}
export interface CopyCheck {
  readonly id: string
  readonly version: number
  readonly copyRunId: string
  readonly files: number
  readonly outcome: 'same' | 'different'
  readonly checkedAt: string
}
export interface Custody {
  readonly id: string
  readonly version: number
  readonly driveId: string
  readonly personId: string
  readonly place: string
  readonly since: string
}
export interface Wipe {
  readonly id: string
  readonly version: number
  readonly cardId: string
  readonly wipedAt: string
}
export interface SentSheet {
  readonly id: string
  readonly dayId: string
  readonly number: number
  readonly fingerprint: string
  readonly sentAt: string
  /** The sheet as it was printed, with the order it was made from. */
  readonly content: { readonly order?: SheetOrder }
}
/** The running order a call sheet was made from, whole, so that it can be gone back to. */
export interface SheetOrder {
  readonly callMin: number
  readonly items: readonly OrderItem[]
}

/** All records of one production, each kind by id. */
export interface Production {
  readonly production: HouseRules
  readonly deliverable: ById<Deliverable>
  readonly place: ById<Place>
  readonly circuit: ById<Circuit>
  readonly spot: ById<Spot>
  readonly scene: ById<Scene>
  readonly camera: ById<Camera>
  readonly recorder: ById<Recorder>
  readonly person: ById<Person>
  readonly attendance: ById<Attendance>
  readonly day: ById<Day>
  readonly setup: ById<Setup>
  readonly lamp: ById<PlacedLamp>
  readonly mark: ById<Mark>
  readonly cameraPosition: ById<CameraPosition>
  readonly sensorMode: ById<SensorModeOfCamera>
  readonly lens: ById<LensInCase>
  readonly palette: ById<Palette>
  readonly lookItem: ById<LookItem>
  readonly moneyLine: ById<MoneyLine>
  readonly fitting: ById<Fitting>
  readonly noiseSource: ById<NoiseSource>
  readonly shot: ById<Shot>
  readonly orderItem: ById<OrderItem>
  readonly fixedEvent: ById<FixedEvent>
  readonly kitItem: ById<KitItem>
  readonly card: ById<Card>
  readonly drive: ById<Drive>
  readonly plannedCopy: ById<PlannedCopy>
  readonly take: ById<Take>
  readonly takeEvent: ById<TakeEvent>
  readonly copyRun: ById<CopyRun>
  readonly copyCheck: ById<CopyCheck>
  readonly custody: ById<Custody>
  readonly wipe: ById<Wipe>
  readonly sentSheet: ById<SentSheet>
}
export type ById<T> = Readonly<Record<string, T>>

import type { Id } from './ids.ts'
import { KIND_NAMES, type KindName } from './kinds/kinds.ts'
import { type ById, type RecordOf } from './record.ts'

export type HouseRules = RecordOf<'production'>
export type Deliverable = RecordOf<'deliverable'>
export type MoneyLine = RecordOf<'moneyLine'>
export type Place = RecordOf<'place'>
export type Circuit = RecordOf<'circuit'>
export type Spot = RecordOf<'spot'>
export type Fitting = RecordOf<'fitting'>
export type Moment = RecordOf<'moment'>
export type MomentCamera = RecordOf<'momentCamera'>
export type MomentCatch = RecordOf<'momentCatch'>
export type MomentPhase = RecordOf<'momentPhase'>
export type MomentEvent = RecordOf<'momentEvent'>
export type NoiseSource = RecordOf<'noiseSource'>
export type Scene = RecordOf<'scene'>
export type Palette = RecordOf<'palette'>
export type LookItem = RecordOf<'lookItem'>
export type Person = RecordOf<'person'>
export type Day = RecordOf<'day'>
export type Attendance = RecordOf<'attendance'>
export type FixedEvent = RecordOf<'fixedEvent'>
export type OrderItem = RecordOf<'orderItem'>
export type Camera = RecordOf<'camera'>
export type SensorModeOfCamera = RecordOf<'sensorMode'>
export type LensInCase = RecordOf<'lens'>
export type Recorder = RecordOf<'recorder'>
export type KitItem = RecordOf<'kitItem'>
export type Shot = RecordOf<'shot'>
export type Setup = RecordOf<'setup'>
export type PlacedLamp = RecordOf<'lamp'>
export type Mark = RecordOf<'mark'>
export type CameraPosition = RecordOf<'cameraPosition'>
export type Panel = RecordOf<'panel'>
export type OwnLamp = RecordOf<'ownLamp'>
export type Load = RecordOf<'load'>
export type LightCue = RecordOf<'lightCue'>
export type Journey = RecordOf<'journey'>
export type MeterReading = RecordOf<'meterReading'>
export type Card = RecordOf<'card'>
export type Drive = RecordOf<'drive'>
export type PlannedCopy = RecordOf<'plannedCopy'>
export type Take = RecordOf<'take'>
export type TakeEvent = RecordOf<'takeEvent'>
export type Unit = RecordOf<'unit'>
export type Run = RecordOf<'run'>
export type RunStop = RecordOf<'runStop'>
export type Correction = RecordOf<'correction'>
export type CardMove = RecordOf<'cardMove'>
export type ShotMark = RecordOf<'shotMark'>
export type CopyRun = RecordOf<'copyRun'>
export type CopyCheck = RecordOf<'copyCheck'>
export type Clip = RecordOf<'clip'>
export type CopyHand = RecordOf<'copyHand'>
export type CardReader = RecordOf<'cardReader'>
export type Custody = RecordOf<'custody'>
export type Wipe = RecordOf<'wipe'>
export type SentSheet = RecordOf<'sentSheet'>
export type FittingType = Fitting['type']
export type LightWindowName = Shot['window']
export type TakeEventType = TakeEvent['type']

/** All records by kind and id, as they are kept and sent. */
export type Tables = { readonly [K in KindName]: ById<RecordOf<K>> }

/** All records of one production, each kind by id; its own record, of which there is one, by itself. */
export type Production = Omit<Tables, 'production'> & { readonly production: HouseRules }

/** Tables without a record. */
export const NO_RECORDS = Object.fromEntries(KIND_NAMES.map((kind) => [kind, {}])) as unknown as Tables

/** The records of a production as the core reads them; undefined until its own record is there. */
export function productionOf(tables: Tables): Production | undefined {
  const [production] = Object.values(tables.production)
  return production && { ...tables, production }
}

/** The same records as they are kept: the production's own record by its id too. */
export const tablesOf = (production: Production): Tables => ({
  ...production,
  production: { [production.production.id]: production.production },
})

/** A record of a kind that is only known at run time. */
export const recordOf = (tables: Tables, kind: KindName, id: string): RecordOf<KindName> | undefined =>
  (tables[kind] as ById<RecordOf<KindName>>)[id]

export type PersonId = Id<'person'>

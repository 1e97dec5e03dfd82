import { figuresText } from '../../optics/index.ts'
import { fieldsOf, type Names, type RecordFields, type RecordOf, showValue } from '../../records/index.ts'
import { frameRateText, type Units } from '../../text/index.ts'

type Shot = RecordOf<'shot'>
export type ShotField = keyof RecordFields<'shot'>

/** What a table of shots may refer to, and how it is written. */
export interface ShotTableContext {
  /** Names of the records that a field points at, by id. */
  readonly names: (field: string) => Names
  readonly units: Units
}

export interface ShotColumn {
  readonly field: ShotField
  readonly head: string
  /** Other heads that mean it, in small letters. */
  readonly also: readonly string[]
}

const column = (field: ShotField, head: string, ...also: string[]): ShotColumn => ({ field, head, also })

/** Every field of a shot as a column of a table, in the order of the list. */
export const SHOT_COLUMNS: readonly ShotColumn[] = [
  column('code', 'shot', 'code', 'no', 'nr', 'number', 'shot no', 'shot number', 'letter'),
  column('sceneId', 'scene', 'sc'),
  column('size', 'size', 'shot size', 'shot type', 'type'),
  column('sees', 'what we see', 'description', 'sees', 'action', 'what', 'subject'),
  column('personIds', 'who', 'people', 'cast', 'talent'),
  column('cameraId', 'camera', 'cam'),
  column('modeId', 'sensor mode', 'mode'),
  column('lensId', 'which lens'),
  column('focalLengthMm', 'lens', 'focal length', 'mm', 'lens, mm'),
  column('squeeze', 'squeeze'),
  column('tStop', 'stop', 't', 't-stop', 't stop', 'aperture', 'f'),
  column('fpsNum', 'fps', 'frame rate', 'rate'),
  column('shutterDeg', 'shutter', 'shutter angle'),
  column('iso', 'iso', 'ei'),
  column('ndStops', 'nd, stops', 'nd'),
  column('diffusion', 'diffusion', 'filter'),
  column('diffusionStops', 'diffusion, stops'),
  column('distanceM', 'distance', 'm', 'ft', 'distance, m', 'distance, ft'),
  column('cameraHeightM', 'camera height', 'height'),
  column('figure', 'figure'),
  column('figures', 'figures in frame', 'figures'),
  column('side', 'side'),
  column('frameSide', 'in frame', 'frame side'),
  column('looks', 'looks'),
  column('setupId', 'light', 'setup', 'lighting'),
  column('rig', 'how', 'rig', 'support', 'movement'),
  column('operatorId', 'operator'),
  column('minutes', 'min', 'minutes', 'time'),
  column('takesExpected', 'takes'),
  column('takeSeconds', 'take, s', 'take length', 'length'),
  column('mustHave', 'must', 'must have'),
  column('onceOnly', 'once', 'once only'),
  column('slowMotion', 'slow', 'slow motion'),
  column('quiet', 'quiet', 'needs quiet'),
  column('hard', 'hard', 'while fresh'),
  column('pairId', 'pairs', 'pair'),
  column('matchId', 'must match', 'matches'),
  column('wardrobe', 'wardrobe', 'costume'),
  column('props', 'props'),
  column('screenHz', 'screen, hz', 'screen'),
  column('window', 'tied to', 'window'),
  column('windowFromMin', 'from'),
  column('windowToMin', 'until', 'to'),
  column('tideMin', 'of the water, min', 'tide, min'),
  column('notes', 'notes', 'note', 'remarks', 'remark', 'comments'),
]

/** A shot's value in a column, as text that `readShotTable` reads back. */
export const shotCell = (shot: Shot, { field }: ShotColumn, { names, units }: ShotTableContext): string =>
  field === 'fpsNum'
    ? frameRateText(shot.fpsNum, shot.fpsDen)
    : field === 'figures'
      ? figuresText(shot.figures)
      : showValue(fieldsOf('shot')[field]!, shot[field], names(field), units)

const tidy = (head: string) => head.trim().toLowerCase().replace(/\s+/g, ' ').replace(/[:.]$/, '')

/** The field that a head means; null where it says nothing known. */
export function fieldOfHead(head: string): ShotField | null {
  const wanted = tidy(head)
  return SHOT_COLUMNS.find((c) => c.head === wanted || c.also.includes(wanted))?.field ?? null
}

/** What somebody chose for a column is remembered by its head, or by its place where it has none. */
export const columnKey = (head: string, at: number): string => tidy(head) || `#${at + 1}`

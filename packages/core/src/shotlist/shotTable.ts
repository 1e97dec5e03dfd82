import { fail, ok, type Outcome } from '../outcome/index.ts'
import { figuresText, readFigures } from '../optics/index.ts'
import {
  blank,
  fieldsOf,
  type Names,
  readValue,
  type RecordFields,
  type RecordOf,
  showValue,
} from '../records/index.ts'
import { readFrameRate, frameRateText, type Units } from '../text/index.ts'

type Shot = RecordOf<'shot'>
type Field = keyof RecordFields<'shot'>

/** What a table of shots may refer to, and how it is written. */
export interface ShotTableContext {
  /** Names of the records that a field points at, by id. */
  readonly names: (field: string) => Names
  readonly units: Units
}

export interface ShotColumn {
  readonly field: Field
  readonly head: string
  /** Other heads that mean it, in small letters. */
  readonly also: readonly string[]
}

const column = (field: Field, head: string, ...also: string[]): ShotColumn => ({ field, head, also })

/** Every field of a shot as a column of a table, in the order of the list. */
export const SHOT_COLUMNS: readonly ShotColumn[] = [
  column('code', 'shot', 'code', 'no', 'nr', 'number', 'shot no'),
  column('sceneId', 'scene', 'sc'),
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
  column('pairId', 'pairs', 'pair'),
  column('matchId', 'must match', 'matches'),
  column('wardrobe', 'wardrobe', 'costume'),
  column('props', 'props'),
  column('screenHz', 'screen, hz', 'screen'),
  column('window', 'tied to', 'window'),
  column('windowFromMin', 'from'),
  column('windowToMin', 'until', 'to'),
]

/** A shot's value in a column, as text that `readShotTable` reads back. */
export const shotCell = (shot: Shot, { field }: ShotColumn, { names, units }: ShotTableContext): string =>
  field === 'fpsNum'
    ? frameRateText(shot.fpsNum, shot.fpsDen)
    : field === 'figures'
      ? figuresText(shot.figures)
      : showValue(fieldsOf('shot')[field]!, shot[field], names(field), units)

export interface TableRemark {
  /** Line of the table, its heads being line 1. */
  readonly line: number
  readonly head: string
  readonly says: string
}

export interface ReadShot {
  readonly line: number
  readonly code: string
  /** The shot that is there already under this code. */
  readonly existing: Shot | null
  /** Its id, or the one it will have. */
  readonly id: string
  readonly fields: Partial<RecordFields<'shot'>>
}

export interface ReadShotTable {
  /** What each column of the table was taken for; null where its head says nothing known. */
  readonly columns: readonly { readonly head: string; readonly field: Field | null }[]
  readonly shots: readonly ReadShot[]
  /** Numbers of scenes that are named and not there yet. */
  readonly newScenes: readonly string[]
  readonly remarks: readonly TableRemark[]
}

/**
 * Reads a table of shots, its first row being heads in any order. A row whose code is there changes that shot, any
 * other makes one. What cannot be read is said with its line and head, and everything else is kept.
 * @param rows cells as text, as a CSV reader gives them
 * @param newId gives ids to rows that are new
 */
export function readShotTable(
  rows: readonly (readonly string[])[],
  context: ShotTableContext & {
    readonly shots: readonly Shot[]
    readonly scenes: readonly { readonly id: string; readonly number: string }[]
    readonly newId: () => string
  },
): ReadShotTable {
  const [heads = [], ...body] = rows
  const columns = heads.map((head) => ({ head: head.trim(), field: fieldOfHead(head) }))
  const remarks: TableRemark[] = []
  if (!columns.some((c) => c.field === 'code'))
    return {
      columns,
      shots: [],
      newScenes: [],
      remarks: [
        { line: 1, head: '', says: 'No column is headed “shot”: without the codes nothing can be told apart.' },
      ],
    }
  for (const { head, field } of columns)
    if (!field && head)
      remarks.push({ line: 1, head, says: `The column “${head}” means nothing here and is left out.` })
  for (const [i, { head, field }] of columns.entries())
    if (field && columns.findIndex((c) => c.field === field) < i)
      remarks.push({ line: 1, head, says: `“${head}” is there twice; the first is taken.` })
  const codeAt = columns.findIndex((c) => c.field === 'code')
  const started = body.flatMap((cells, i) => {
    const line = i + 2
    if (cells.every((text) => text.trim() === '')) return []
    const code = (cells[codeAt] ?? '').trim().toUpperCase()
    if (code === '') {
      remarks.push({ line, head: columns[codeAt]!.head, says: 'This line has no code and is left out.' })
      return []
    }
    const existing = context.shots.find((s) => s.code.toUpperCase() === code) ?? null
    return [{ line, code, cells, existing, id: existing?.id ?? context.newId() }]
  })
  // Pairs and matches may name shots of the same table.
  const shotNames: Names = new Map([...context.names('pairId'), ...started.map(({ id, code }) => [id, code] as const)])
  const names = (field: string) => (field === 'pairId' || field === 'matchId' ? shotNames : context.names(field))
  const newScenes = new Set<string>()
  const seen = new Map<string, number>()
  const shots = started.flatMap(({ line, code, cells, existing, id }): ReadShot[] => {
    if (seen.has(code)) {
      remarks.push({ line, head: 'shot', says: `${code} is in line ${seen.get(code)} already; this line is left out.` })
      return []
    }
    seen.set(code, line)
    const fields: Record<string, unknown> = {}
    for (const [i, { head, field }] of columns.entries()) {
      if (!field || columns.findIndex((c) => c.field === field) < i) continue
      const text = withoutGuard(cells[i] ?? '')
      if (text.trim() === '' && !existing) continue
      const read =
        field === 'sceneId' ? readScene(text, context.scenes, newScenes) : readCell(field, text, names, context.units)
      if (read.ok) Object.assign(fields, read.value)
      else remarks.push({ line, head, says: read.error })
      if (read.ok && field === 'distanceM' && otherUnits(text, context.units))
        remarks.push({
          line,
          head,
          says: `“${text.trim()}” was read as ${(read.value.distanceM as number).toFixed(2)} m.`,
        })
    }
    if (!existing && fields.sceneId === undefined) {
      const number = /^\d+/.exec(code)?.[0] ?? '1'
      const scene = readScene(number, context.scenes, newScenes)
      if (scene.ok) Object.assign(fields, scene.value)
    }
    return [{ line, code, existing, id, fields }]
  })
  return { columns, shots, newScenes: [...newScenes], remarks: remarks.sort((a, b) => a.line - b.line) }
}

/** Stands for a scene that is to be made, by its number, until it has an id. */
export const newScene = (number: string): string => `new scene ${number}`

/** All fields of a shot that a table made, with what it left open as a new shot has it. */
export const wholeShot = (read: ReadShot, like: Partial<RecordFields<'shot'>>): RecordFields<'shot'> =>
  blank('shot', { ...like, ...read.fields, code: read.code })

const tidy = (head: string) => head.trim().toLowerCase().replace(/\s+/g, ' ').replace(/[:.]$/, '')

function fieldOfHead(head: string): Field | null {
  const wanted = tidy(head)
  return SHOT_COLUMNS.find((c) => c.head === wanted || c.also.includes(wanted))?.field ?? null
}

/** The apostrophe that keeps a spreadsheet from running a cell is not part of it. */
const withoutGuard = (text: string) => (/^'[=+\-@]/.test(text) ? text.slice(1) : text)

type ReadFields = Outcome<Readonly<Record<string, unknown>>, string>

function readCell(field: Field, text: string, names: (field: string) => Names, units: Units): ReadFields {
  if (field === 'fpsNum') {
    const fps = readFrameRate(text)
    return fps
      ? ok({ fpsNum: fps.num, fpsDen: fps.den })
      : fail(`“${text}” is no frame rate, such as 25, 23.976 or 200.`)
  }
  if (field === 'figures') {
    const figures = readFigures(text)
    return figures.ok ? ok({ figures: figures.value }) : figures
  }
  const read = readValue('shot', field, text, names(field), units)
  return read.ok ? ok({ [field]: read.value }) : fail(`“${text}”: ${read.error}`)
}

function readScene(
  text: string,
  scenes: readonly { readonly id: string; readonly number: string }[],
  newScenes: Set<string>,
): ReadFields {
  const number = /^\S+/.exec(text.trim())?.[0] ?? ''
  if (number === '') return fail('A shot belongs to a scene.')
  const found = scenes.find((s) => s.number.toLowerCase() === number.toLowerCase())
  if (found) return ok({ sceneId: found.id })
  if (number.length > 8) return fail(`“${number}” is no scene number: up to 8 letters.`)
  newScenes.add(number)
  return ok({ sceneId: newScene(number) })
}

const otherUnits = (text: string, units: Units): boolean =>
  units === 'metric' ? /['′"″]|ft|feet/i.test(text) : /\dm\b|\d\s?(cm|m)\b/i.test(text)

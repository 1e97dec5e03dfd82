import { ok } from '../../outcome/index.ts'
import { blank, type Names, type RecordFields, type RecordOf } from '../../records/index.ts'
import { distanceForSize, type ShotSize } from '../size.ts'
import type { Taking } from '../../optics/index.ts'
import { otherUnits, readCell, readScene } from './cells.ts'
import { columnKey, fieldOfHead, type ShotField, type ShotTableContext } from './columns.ts'

type Shot = RecordOf<'shot'>
type Rows = readonly (readonly string[])[]

export interface TableRemark {
  /** Line of the table, as it was given; its first is 1. */
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

export interface TableColumn {
  readonly head: string
  /** What somebody's choice for it is remembered by. */
  readonly key: string
  /** What it was taken for; null where it is left out. */
  readonly field: ShotField | null
}

export interface ReadShotTable {
  readonly columns: readonly TableColumn[]
  readonly shots: readonly ReadShot[]
  /** Numbers of scenes that are named and not there yet. */
  readonly newScenes: readonly string[]
  readonly remarks: readonly TableRemark[]
}

export interface ReadTableContext extends ShotTableContext {
  readonly shots: readonly Shot[]
  readonly scenes: readonly { readonly id: string; readonly number: string }[]
  /** Gives ids to rows that are new. */
  readonly newId: () => string
  /** What a camera takes in, where the table names none: a size puts the camera where it comes out. */
  readonly taking: Taking
  /** What somebody chose for columns, by `columnKey`; null leaves one out. */
  readonly assigned?: ReadonlyMap<string, ShotField | null>
}

/** Above the heads there may be a title and the like. */
const MOST_ABOVE = 12
const FEW_NAMED = 3

/** The row of heads: the one of the first rows in which most cells say a field, the upper of equals. */
function headRow(rows: Rows): number {
  const known = rows.slice(0, MOST_ABOVE).map((row) => row.filter((cell) => fieldOfHead(cell) !== null).length)
  return Math.max(0, known.indexOf(Math.max(0, ...known)))
}

const quoted = (texts: readonly string[]) =>
  texts
    .slice(0, FEW_NAMED)
    .map((text) => `“${text}”`)
    .join(', ') + (texts.length > FEW_NAMED ? ` and ${texts.length - FEW_NAMED} more` : '')

function columnsOf(rows: Rows, headAt: number, assigned: ReadTableContext['assigned']): TableColumn[] {
  const heads = rows[headAt] ?? []
  const width = Math.max(heads.length, ...rows.slice(headAt + 1).map((row) => row.length))
  return Array.from({ length: width }, (_, at): TableColumn => {
    const head = (heads[at] ?? '').trim()
    const key = columnKey(head, at)
    const chosen = assigned?.get(key)
    return { head, key, field: chosen === undefined ? fieldOfHead(head) : chosen }
  })
}

/** What is not taken in, said before anything is made. */
function remarksOnColumns(rows: Rows, headAt: number, columns: readonly TableColumn[]): TableRemark[] {
  const remarks: TableRemark[] = []
  const line = headAt + 1
  const above = rows.slice(0, headAt).flatMap((row) => row.filter((cell) => cell.trim() !== ''))
  if (above.length > 0) remarks.push({ line: 1, head: '', says: `Above the heads, left out: ${quoted(above)}.` })
  for (const [at, { head, field }] of columns.entries()) {
    const has = rows.slice(headAt + 1).flatMap((row) => (row[at]?.trim() ? [row[at].trim()] : []))
    if (!field && has.length > 0)
      remarks.push({
        line,
        head,
        says: `${head ? `The column “${head}”` : `Column ${at + 1}, which has no head,`} is left out, with ${quoted(has)}.`,
      })
    if (field && columns.findIndex((c) => c.field === field) < at)
      remarks.push({ line, head, says: `“${head}” is there twice; the first is taken.` })
  }
  return remarks
}

interface Started {
  readonly line: number
  readonly code: string
  readonly cells: readonly string[]
}

/** A letter, or a number that every scene has anew, is a code only together with its scene. */
function codesOf(started: readonly Started[], sceneAt: number): string[] {
  const sceneOf = ({ cells }: Started) =>
    /^(?:sc(?:ene)?\.?\s*)?(\S+)/i.exec((cells[sceneAt] ?? '').trim())?.[1]?.toUpperCase()
  const plain = started.map(({ code }) => code)
  const isNumbered = sceneAt >= 0 && new Set(plain).size < plain.length && plain.every((code) => /^\d+$/.test(code))
  return started.map((row) => {
    const scene = sceneAt >= 0 ? sceneOf(row) : undefined
    if (scene === undefined) return row.code
    if (/^[A-Z]{1,3}$/.test(row.code) && !row.code.startsWith(scene)) return `${scene}${row.code}`
    return isNumbered ? `${scene}.${row.code}` : row.code
  })
}

/**
 * Reads a table of shots, its heads in any order. A row whose code is there changes that shot, any other makes one.
 * What cannot be read is said with its line and head, and everything else is kept.
 * @param rows cells as text, as a CSV reader gives them
 */
export function readShotTable(rows: Rows, context: ReadTableContext): ReadShotTable {
  const headAt = headRow(rows)
  const columns = columnsOf(rows, headAt, context.assigned)
  const remarks = remarksOnColumns(rows, headAt, columns)
  const at = (field: ShotField) => columns.findIndex((c) => c.field === field)
  const codeAt = at('code')
  if (codeAt < 0) {
    const says = 'No column is headed “shot”: without the codes nothing can be told apart. Choose which one it is.'
    return { columns, shots: [], newScenes: [], remarks: [{ line: headAt + 1, head: '', says }] }
  }
  const typed = rows.slice(headAt + 1).flatMap((cells, i): Started[] => {
    const line = headAt + i + 2
    if (cells.every((text) => text.trim() === '')) return []
    const code = (cells[codeAt] ?? '').trim().toUpperCase()
    if (code !== '') return [{ line, code, cells }]
    const says = `This line has no code and is left out: ${quoted(cells.filter((cell) => cell.trim() !== ''))}.`
    remarks.push({ line, head: columns[codeAt]!.head, says })
    return []
  })
  const codes = codesOf(typed, at('sceneId'))
  const byCode = new Map(context.shots.map((shot) => [shot.code.toUpperCase(), shot]))
  const started = typed.map(({ line, cells }, i) => {
    const code = codes[i]!
    const existing = byCode.get(code) ?? null
    return { line, code, cells, existing, id: existing?.id ?? context.newId() }
  })
  // Pairs and matches may name shots of the same table.
  const shotNames: Names = new Map([...context.names('pairId'), ...started.map(({ id, code }) => [id, code] as const)])
  const names = (field: string) => (field === 'pairId' || field === 'matchId' ? shotNames : context.names(field))
  const newScenes = new Set<string>()
  const seen = new Map<string, number>()
  const used = columns.map(({ field }, i) => (field && at(field) === i ? field : null))
  const shots = started.flatMap(({ line, code, cells, existing, id }): ReadShot[] => {
    if (seen.has(code)) {
      remarks.push({ line, head: 'shot', says: `${code} is in line ${seen.get(code)} already; this line is left out.` })
      return []
    }
    seen.set(code, line)
    const fields: Record<string, unknown> = {}
    for (const [i, { head }] of columns.entries()) {
      const field = used[i]
      if (!field) continue
      const text = withoutGuard(cells[i] ?? '')
      if (field === 'code' || (text.trim() === '' && !existing)) continue
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
    fields.code = code
    if (!existing) {
      const number = /^\d+/.exec(code)?.[0] ?? '1'
      const scene = fields.sceneId === undefined ? readScene(number, context.scenes, newScenes) : ok({})
      if (scene.ok) Object.assign(fields, scene.value)
      Object.assign(fields, whatIsNotSaid(fields, context.taking))
    }
    return [{ line, code, existing, id, fields }]
  })
  return { columns, shots, newScenes: [...newScenes], remarks: remarks.sort((a, b) => a.line - b.line) }
}

/** A row without a distance: its size puts the camera; without either nothing is claimed, and nobody is in it unsaid. */
function whatIsNotSaid(fields: Partial<RecordFields<'shot'>>, taking: Taking): Partial<RecordFields<'shot'>> {
  const { size, distanceM, figure, personIds = [], focalLengthMm = 35 } = fields
  const nobody = size === undefined && figure === undefined && personIds.length === 0 ? { figure: 'none' as const } : {}
  if (distanceM !== undefined) return nobody
  if (size === undefined || size === 'auto' || size === 'unknown') return { ...nobody, size: 'unknown' }
  const found = distanceForSize(
    taking,
    focalLengthMm,
    size satisfies ShotSize,
    figure === 'seated' ? 'seated' : 'standing',
  )
  return found === null ? nobody : { ...nobody, distanceM: found }
}

/** All fields of a shot that a table made, with what it left open as a new shot has it. */
export const wholeShot = (read: ReadShot, like: Partial<RecordFields<'shot'>>): RecordFields<'shot'> =>
  blank('shot', { ...like, ...read.fields, code: read.code })

/** The apostrophe that keeps a spreadsheet from running a cell is not part of it. */
const withoutGuard = (text: string) => (/^'[=+\-@]/.test(text) ? text.slice(1) : text)

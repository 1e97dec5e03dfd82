import { fail, ok, type Outcome } from '../outcome/index.ts'
import { readHex } from '../colour/index.ts'
import { parseMoney } from '../money/index.ts'
import { clock, lapse, lengthText, parseClock, parseLapse, parseLength, type Units } from '../text/index.ts'
import type { Field } from './fields.ts'
import { type KindName, KINDS } from './kinds/kinds.ts'
import { type AnyRecord, fieldsOf } from './record.ts'
import type { Kind } from './tradeFields.ts'

export type Names = ReadonlyMap<string, string>

/** How a record is called in lists of choices. */
export function nameOf(kind: KindName, record: AnyRecord | undefined): string {
  if (!record) return ''
  const { named } = KINDS[kind] as Kind<unknown>
  const of = (field: string) => String(record[field] ?? '')
  return named ? named.map(of).join(' ') : of('name') || of('title')
}

const isLength = (field: Field<unknown>) => field.unit === 'm'

/** A field's unit as a label says it; lengths are in the units of the production. */
export const unitOf = (field: Field<unknown>, units: Units): string | undefined =>
  isLength(field) && units === 'feet' ? 'ft' : field.unit

/** A field's value as it is shown and typed. */
export function showValue(field: Field<unknown>, value: unknown, names: Names, units: Units = 'metric'): string {
  if (value === null || value === undefined) return ''
  switch (field.input) {
    case 'clock':
      return clock(value as number)
    case 'lapse':
      return lapse(value as number)
    case 'number':
      if (isLength(field) && units === 'feet') return lengthText(value as number, units)
      return String(Math.round((value as number) * 1000) / 1000)
    case 'money':
      return ((value as number) / 100).toFixed((value as number) % 100 === 0 ? 0 : 2)
    case 'flag':
      return value ? 'yes' : ''
    case 'ref':
      return names.get(value as string) ?? ''
    case 'choice':
      return field.words?.[value as string] ?? String(value)
    case 'refs':
      return (value as string[]).map((id) => names.get(id) ?? '?').join(', ')
    default:
      return String(value)
  }
}

/** A value as it was typed, or what would be right, in a sentence. */
export type Read = Outcome<unknown, string>

/** What was typed, as a value of the field. A sentence says what would be right when it cannot be read. */
export function readValue(kind: KindName, name: string, typed: string, names: Names, units: Units = 'metric'): Read {
  const field = fieldsOf(kind)[name]!
  const text = typed.trim()
  const empty = text === ''
  const judge = (value: unknown): Read => {
    const parsed = field.schema.safeParse(value)
    return parsed.success ? ok(parsed.data) : fail(parsed.error.issues[0]!.message)
  }
  if (empty && field.column.nullable) return ok(null)
  switch (field.input) {
    case 'number':
      if (isLength(field)) return judge(parseLength(text, units) ?? Number.NaN)
      return judge(
        empty
          ? Number.NaN
          : Number(
              text
                .replace(',', '.')
                .replace(/^[TF]\s*(?=\d)/i, '')
                .replace(/\s*(mm|°|lx|A|W|%|min|s|GB|K|stops?)$/i, ''),
            ),
      )
    case 'money':
      return judge(parseMoney(text) ?? Number.NaN)
    case 'colour':
      return judge(readHex(text) ?? text)
    case 'clock':
      return judge(parseClock(text.replace(' ', '')) ?? Number.NaN)
    case 'lapse':
      return judge(parseLapse(text) ?? Number.NaN)
    case 'flag':
      return ok(/^(y|yes|x|1|true|✓)$/i.test(text))
    case 'choice': {
      const said = text.toLowerCase()
      const option = field.options!.find((o) => o === text || (field.words?.[o] ?? o).toLowerCase() === said)
      return judge(option ?? field.options!.find((o) => (field.words?.[o] ?? o).toLowerCase().startsWith(said)) ?? text)
    }
    case 'ref':
      return findNamed(text, names, field)
    case 'refs': {
      const ids: string[] = []
      const parts = text
        .split(/[,;]+/)
        .map((p) => p.trim())
        .filter(Boolean)
      // "4A 4B": what is no name as a whole may be names with spaces between.
      const whole = (part: string) => findNamed(part, names, field).ok
      for (const part of parts.flatMap((p) => (whole(p) ? [p] : p.split(/\s+/)))) {
        const found = findNamed(part, names, field)
        if (!found.ok) return found
        ids.push(found.value as string)
      }
      return judge([...new Set(ids)])
    }
    default:
      return judge(text)
  }
}

function findNamed(text: string, names: Names, field: Field<unknown>): Read {
  const wanted = text.toLowerCase()
  const entries = [...names]
  const hit =
    entries.find(([id, name]) => id === text || name.toLowerCase() === wanted) ??
    entries.find(([, name]) => name.toLowerCase().startsWith(wanted)) ??
    entries.find(([, name]) =>
      name
        .toLowerCase()
        .split(' ')
        .some((word) => word.startsWith(wanted)),
    )
  return hit
    ? ok(hit[0])
    : fail(
        `${field.label}: there is no “${text}”. There is ${
          entries
            .slice(0, 5)
            .map(([, name]) => name)
            .join(', ') || 'none yet'
        }.`,
      )
}

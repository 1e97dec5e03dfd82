import { fail, ok, type Outcome } from '../../outcome/index.ts'
import { readFigures } from '../../optics/index.ts'
import { type Names, readValue, refuseValue } from '../../records/index.ts'
import { readFrameRate, type Units } from '../../text/index.ts'
import { VALUES } from '../line/values.ts'
import { tokensOf } from '../line/tokens.ts'
import { SIZE_WORDS } from '../size.ts'
import type { ShotField } from './columns.ts'

type ReadFields = Outcome<Readonly<Record<string, unknown>>, string>

/** "20 mins", "T2.8", "85mm", "ISO 800": a cell as the typed line reads it, if that is all of the cell. */
function asTyped(field: ShotField, text: string): Readonly<Record<string, unknown>> | null {
  const tokens = tokensOf(text.trim())
  if (tokens.length === 0) return null
  for (const reader of VALUES) {
    const piece = reader(tokens, 0)
    if (piece?.field !== field || piece.words !== tokens.length || !piece.values) continue
    const isFine = Object.entries(piece.values).every(([name, value]) => refuseValue('shot', name, value) === null)
    if (isFine) return piece.values
  }
  return null
}

/** A cell as fields of a shot; a sentence says what it should have been. */
export function readCell(field: ShotField, text: string, names: (field: string) => Names, units: Units): ReadFields {
  if (field === 'fpsNum') {
    const fps = readFrameRate(text)
    const typed = fps ? { fpsNum: fps.num, fpsDen: fps.den } : asTyped(field, text)
    return typed ? ok(typed) : fail(`“${text}” is no frame rate, such as 25, 23.976 or 200.`)
  }
  if (field === 'figures') {
    const figures = readFigures(text)
    return figures.ok ? ok({ figures: figures.value }) : figures
  }
  if (field === 'size') {
    const size = SIZE_WORDS.find(([like]) => like.test(text.trim()))
    if (size) return ok({ size: size[1] })
  }
  const read = readValue('shot', field, text, names(field), units)
  if (read.ok) return ok({ [field]: read.value })
  const typed = asTyped(field, text)
  return typed ? ok(typed) : fail(`“${text}”: ${read.error}`)
}

/** Stands for a scene that is to be made, by its number, until it has an id. */
export const newScene = (number: string): string => `new scene ${number}`

/** A scene's number, with whatever stands behind it; one that is not there yet is to be made. */
export function readScene(
  text: string,
  scenes: readonly { readonly id: string; readonly number: string }[],
  newScenes: Set<string>,
): ReadFields {
  const number = /^(?:sc(?:ene)?\.?\s*)?(\S+)/i.exec(text.trim())?.[1] ?? ''
  if (number === '') return fail('A shot belongs to a scene.')
  const found = scenes.find((s) => s.number.toLowerCase() === number.toLowerCase())
  if (found) return ok({ sceneId: found.id })
  if (number.length > 8) return fail(`“${number}” is no scene number: up to 8 letters.`)
  newScenes.add(number)
  return ok({ sceneId: newScene(number) })
}

/** Whether a length names units that are not the production's. */
export const otherUnits = (text: string, units: Units): boolean =>
  units === 'metric' ? /['′"″]|ft|feet/i.test(text) : /\dm\b|\d\s?(cm|m)\b/i.test(text)

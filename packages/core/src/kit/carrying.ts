import { byId, type Camera, type KitItem, type LensInCase, type Production, type Shot } from '../records/index.ts'
import { gathered } from '../takes/index.ts'
import { countOf } from './inventory.ts'
import { reaches } from './kitNeeds.ts'

/** A part of a camera as it is built. */
export interface CarriedPart {
  readonly name: string
  /** Null where nobody said what it weighs. */
  readonly kg: number | null
}

/** A shot's camera as it is built, and what has to carry it. */
export interface Carried {
  readonly shot: Shot
  readonly parts: readonly CarriedPart[]
  /** Of the parts of which it is said; the whole weighs at least that. */
  readonly kg: number
  readonly unweighed: number
  /** What the shot calls what it stands on; empty for hands. */
  readonly on: string
  /** The least that one of those there takes; null where nobody said so of each of them, or in hands. */
  readonly takesKg: number | null
  /** How long it is held in one take, minutes. */
  readonly holdMin: number
  readonly answer: 'holds' | 'too heavy' | 'long in hands' | 'not known'
  /** Lenses that reach the shot's length and with which it is carried; those of the shot's own weight are not in it. */
  readonly lighter: readonly { readonly lens: LensInCase; readonly kg: number }[]
}

const HANDS = new Set(['', 'handheld', 'none'])
/**
 * Held away from the body at the height of the shoulders, by anybody.
 * @source HSE, INDG143 (2012), the lower of its two filter values for that zone
 */
export const HANDS_KG = 7
/** At less than half of that, hands hold it as long as a take is. */
const HANDS_LONG_MIN = 5

/** What each shot's camera weighs as it is built for it, against what it stands on or the hands that hold it. */
export function carrying(production: Production): Carried[] {
  const items = Object.values(production.kitItem).filter((item) => countOf(item) > 0)
  const riders = items.filter((item) => item.ridesCamera)
  const answering = gathered(items, (item) => item.answersTo)
  return Object.values(production.shot)
    .flatMap((shot) => {
      const camera = byId(production.camera, shot.cameraId)
      return camera && !camera.lineCut ? [carriedBy(production, shot, camera, riders, answering)] : []
    })
    .sort((a, b) => a.shot.code.localeCompare(b.shot.code, 'en', { numeric: true }))
}

/** Whether a thing sits on a camera for a shot: on all of them, or by the camera's letter, the rig or the shot's code. */
export function ridesFor(
  { ridesWith }: Pick<KitItem, 'ridesWith'>,
  { letter }: Pick<Camera, 'letter'>,
  { code, rig }: Pick<Shot, 'code' | 'rig'>,
): boolean {
  const named = ridesWith.split(/[,;]/).flatMap((one) => one.trim().toLowerCase() || [])
  return named.length === 0 || [letter, code, rig].some((one) => one !== '' && named.includes(one.toLowerCase()))
}

function carriedBy(
  production: Production,
  shot: Shot,
  camera: Camera,
  riders: readonly KitItem[],
  answering: ReadonlyMap<string, readonly KitItem[]>,
): Carried {
  const inList = (key: string) => answering.get(key)?.[0]
  const weight = (record: { readonly kg: number }, key: string) => record.kg || inList(key)?.kg || null
  const lenses = Object.values(production.lens).filter((lens) => reaches({ shortestMm: lens.focalLengthMm, longestMm: lens.longestMm }, shot.focalLengthMm)) // prettier-ignore
  const chosen = byId(production.lens, shot.lensId) ?? lenses[0]
  const inKit = inList(`lens:${shot.focalLengthMm}`)
  const parts: CarriedPart[] = [
    { name: `camera ${camera.letter}`, kg: weight(camera, `camera:${camera.letter}`) },
    { name: chosen?.name ?? inKit?.name ?? `${shot.focalLengthMm} mm`, kg: chosen ? weight(chosen, `lens:${chosen.focalLengthMm}`) : (inKit?.kg ?? 0) || null }, // prettier-ignore
    ...riders.filter((item) => ridesFor(item, camera, shot)).map((item) => ({ name: item.name, kg: item.kg || null })),
  ]
  const kg = parts.reduce((sum, part) => sum + (part.kg ?? 0), 0)
  const unweighed = parts.filter((part) => part.kg === null).length
  const inHands = HANDS.has(shot.rig)
  // Which of several it will stand on nobody has said: it holds where the weakest does, and is too heavy for the strongest.
  const supports = inHands ? [] : (answering.get(`rig:${shot.rig}`) ?? [])
  const said = supports.flatMap(({ carriesKg }) => carriesKg ?? [])
  const isSaid = said.length > 0 && said.length === supports.length
  const takesKg = isSaid ? Math.min(...said) : null
  const mostKg = inHands ? HANDS_KG : isSaid ? Math.max(...said) : null
  const holdMin = shot.takeSeconds / 60
  const leastKg = inHands ? HANDS_KG : takesKg
  const answer = mostKg !== null && kg > mostKg ? 'too heavy' : inHands && kg > HANDS_KG / 2 && holdMin > HANDS_LONG_MIN ? 'long in hands' : unweighed > 0 || leastKg === null || kg > leastKg ? 'not known' : 'holds' // prettier-ignore
  const lighter = answer === 'too heavy' && chosen ? lenses.flatMap((lens) => (lens.id !== chosen.id && lens.kg > 0 && kg - (parts[1]!.kg ?? 0) + lens.kg <= leastKg! ? [{ lens, kg: kg - (parts[1]!.kg ?? 0) + lens.kg }] : [])).sort((a, b) => a.kg - b.kg) : [] // prettier-ignore
  return { shot, parts, kg, unweighed, on: inHands ? '' : shot.rig, takesKg, holdMin, answer, lighter }
}

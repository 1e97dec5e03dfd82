import { inOrder, type Production, type RecordOf } from '../records/index.ts'
import { gathered, poweredUpMs } from '../takes/index.ts'
import { rateName } from '../timecode/index.ts'

export type SetUpRecords = Pick<Production, 'camera' | 'setUpLine' | 'setUpException' | 'setUpLook' | 'batteryChange'>

/**
 * How a camera stands to a line of the card. What was seen before today, or before the camera was switched on again, is
 * no look: that it agreed then says only what it was. That it differed holds until it is seen to agree.
 */
export type Stands = 'agrees' | 'differs' | 'not looked at' | 'before today' | 'before power-up' | 'nothing wanted'

export interface SetUpCell {
  readonly line: RecordOf<'setUpLine'>
  readonly camera: RecordOf<'camera'>
  readonly wanted: string
  /** What asks for it, where a setup or a shot changes it: the one in hand. */
  readonly by: RecordOf<'setUpException'> | null
  /** What it was last seen to show; null while nobody looked. */
  readonly shown: string | null
  readonly lookedAt: string | null
  readonly stands: Stands
}

export interface SetUpCard {
  readonly cameras: readonly RecordOf<'camera'>[]
  readonly rows: readonly { readonly line: RecordOf<'setUpLine'>; readonly cells: readonly SetUpCell[] }[]
  /** What is set otherwise than it is wanted: first what spoils the pictures, as the card has it. */
  readonly differing: readonly SetUpCell[]
  /** Cells that a look is wanted of, and of how many one stands. */
  readonly wanted: number
  readonly looked: number
  readonly agreeing: number
}

/** A unit that may stand behind a figure, or not. */
const UNIT = /(?:°|deg|fps|k|iso|min|mb\/s|bit)$/
/** Rates are written with two places or three: 23.98 is 23.976. */
const AS_GOOD_AS = 0.005

/** A setting or its name as it is compared: without case, spaces and ways to write it. */
export function plain(text: string): string {
  return text
    .normalize('NFKC')
    .toLowerCase()
    .replace(/[×*]/g, 'x')
    .replace(/,(?=\d)/g, '.')
    .replace(/\s+/g, '')
}

/** Whether two settings are the same, however they were typed: 180 and 180°, 4096x2160 and 4096 × 2160, 23.98 and 23.976. */
export function isSameSetting(a: string, b: string): boolean {
  const [left, right] = [plain(a), plain(b)]
  if (left === right) return true
  const [x, y] = [left, right].map((text) => text.replace(UNIT, ''))
  const isFigure = (text: string | undefined) => text !== undefined && /^[+-]?\d+(?:\.\d+)?$/.test(text)
  return isFigure(x) && isFigure(y) && Math.abs(Number(x) - Number(y)) <= AS_GOOD_AS
}

/** What is in hand: a shot with its setup, or a setup. */
export interface InHand {
  readonly shotId: string | null
  readonly setupId: string | null
}

const isFor = ({ shotId, setupId }: RecordOf<'setUpException'>, inHand: InHand | null): boolean =>
  (shotId === null && setupId === null) ||
  (inHand !== null && (shotId === null ? setupId === inHand.setupId : shotId === inHand.shotId))
/** What is of one shot goes before what is of a setup, and that before what is of a camera. */
const closeness = ({ shotId, setupId }: RecordOf<'setUpException'>): number => (shotId ? 2 : setupId ? 1 : 0)

/** Of several looks the one that was made last; of two at once the one that was logged later. */
const lastOf = <T extends { readonly version: number }>(all: readonly T[], at: (one: T) => string): T | undefined =>
  all.toSorted((a, b) => Date.parse(at(a)) - Date.parse(at(b)) || a.version - b.version).at(-1)

/**
 * Every camera against every line of the card. A mixer's output is no camera that can be set.
 * @param sinceMs when the day began: a look of before is carried over as a word and counts as none; null where there is no day
 * @param inHand what is shot next: its changes are wanted then; null for the card as it is between
 */
export function setUpCard(records: SetUpRecords, sinceMs: number | null, inHand: InHand | null = null): SetUpCard {
  const cameras = Object.values(records.camera)
    .filter(({ lineCut }) => !lineCut)
    .toSorted((a, b) => a.letter.localeCompare(b.letter))
  const looks = gathered(Object.values(records.setUpLook), (look) => `${look.lineId} ${look.cameraId}`)
  const exceptions = new Map(
    Object.values(records.setUpException)
      .filter((one) => isFor(one, inHand))
      .toSorted((a, b) => closeness(a) - closeness(b))
      .map((one) => [`${one.lineId} ${one.cameraId}`, one]),
  )
  const upMs = new Map(cameras.map(({ id }) => [id, poweredUpMs(id, records.batteryChange)]))
  const cellOf = (line: RecordOf<'setUpLine'>, camera: RecordOf<'camera'>): SetUpCell => {
    const key = `${line.id} ${camera.id}`
    const exception = exceptions.get(key)
    const wanted = exception?.wanted ?? line.wanted
    const by = exception && closeness(exception) > 0 ? exception : null
    const look = lastOf(looks.get(key) ?? [], ({ lookedAt }) => lookedAt)
    const cell = { line, camera, wanted, by, shown: look?.shown ?? null, lookedAt: look?.lookedAt ?? null }
    return { ...cell, stands: standsOf(cell, sinceMs, upMs.get(camera.id) ?? null) }
  }
  const rows = inOrder(records.setUpLine)
    .filter(({ gone }) => !gone)
    .map((line) => ({ line, cells: cameras.map((camera) => cellOf(line, camera)) }))
  const cells = rows.flatMap((row) => row.cells).filter(({ stands }) => stands !== 'nothing wanted')
  const having = (stands: Stands) => cells.filter((cell) => cell.stands === stands)
  const differing = having('differs')
  return {
    cameras,
    rows,
    differing: [...differing.filter(({ line }) => line.harm === 'stop'), ...differing.filter(({ line }) => line.harm !== 'stop')], // prettier-ignore
    wanted: cells.length,
    looked: having('agrees').length + differing.length,
    agreeing: having('agrees').length,
  }
}

function standsOf(
  { wanted, shown, lookedAt }: Pick<SetUpCell, 'wanted' | 'shown' | 'lookedAt'>,
  sinceMs: number | null,
  upMs: number | null,
): Stands {
  if (wanted.trim() === '') return 'nothing wanted'
  if (shown === null || lookedAt === null) return 'not looked at'
  // That it agrees holds for a while; that it differs, until somebody has seen it set.
  if (!isSameSetting(wanted, shown)) return 'differs'
  const lookedMs = Date.parse(lookedAt)
  if (sinceMs !== null && lookedMs < sinceMs) return 'before today'
  if (upMs !== null && lookedMs < upMs) return 'before power-up'
  return 'agrees'
}

/** Rates that shots ask for otherwise than the card does, as what they change for their camera. */
export function ratesOfShots({
  shot,
  camera,
  setUpLine,
  setUpException,
}: Pick<Production, 'shot' | 'camera' | 'setUpLine' | 'setUpException'>): readonly Pick<
  RecordOf<'setUpException'>,
  'lineId' | 'cameraId' | 'shotId' | 'wanted'
>[] {
  const line = inOrder(setUpLine).find(({ name, gone }) => !gone && plain(name) === 'framerate')
  if (!line || line.wanted === '') return []
  return inOrder(shot).flatMap(({ id, cameraId, fpsNum, fpsDen }) => {
    const wanted = rateName({ num: fpsNum, den: fpsDen, drop: false })
    const isThere = Object.values(setUpException).some((one) => one.shotId === id && one.lineId === line.id)
    if (!cameraId || !camera[cameraId] || isThere || isSameSetting(wanted, line.wanted)) return []
    return [{ lineId: line.id, cameraId, shotId: id, wanted }]
  })
}

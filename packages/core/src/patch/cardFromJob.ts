import type { DayPlan } from '../day/index.ts'
import { type Id, inOrder, type Production, type RecordOf } from '../records/index.ts'
import { masterDeliverable } from '../shotlist/index.ts'
import { instantAt } from '../time/index.ts'
import { nominalFrames, rateName } from '../timecode/index.ts'
import { isSameSetting, plain } from './setUpCard.ts'

/** A line of a card that is not written yet. */
export interface ProposedLine {
  readonly name: string
  readonly wanted: string
  readonly harm: RecordOf<'setUpLine'>['harm']
  readonly exceptions: readonly { readonly cameraId: Id<'camera'>; readonly wanted: string }[]
}

/** Hours of a zone from UTC as a day begins, as cameras show them: +1, +5:30, −3. Clocks may change later that night. */
function zoneHours({ date, callMin }: RecordOf<'day'>, timeZone: string): string {
  const shown = Date.parse(`${date}T00:00:00Z`) + callMin * 60_000
  const minutes = Math.round((shown - instantAt(date, callMin, timeZone)) / 60_000)
  const [hours, rest] = [Math.floor(Math.abs(minutes) / 60), Math.abs(minutes) % 60]
  return `${minutes < 0 ? '−' : '+'}${hours}${rest ? `:${String(rest).padStart(2, '0')}` : ''}`
}

/**
 * The card as the job says it: what is delivered, the rule for shutters, where and when it is shot, and what each camera
 * has of its own. What nobody has told the program stays empty: a line to be filled, not a guess.
 */
export function cardFromJob(production: Production, dayPlan: DayPlan | null): readonly ProposedLine[] {
  const master = masterDeliverable(production)
  const rate = master && { num: master.rateNum, den: master.rateDen, drop: master.dropFrame }
  const cameras = Object.values(production.camera).filter(({ lineCut }) => !lineCut)
  const cards = Object.values(production.card).toSorted((a, b) =>
    a.label.localeCompare(b.label, 'en', { numeric: true }),
  )
  const each = (wanted: (camera: RecordOf<'camera'>) => string) =>
    cameras.flatMap((camera) => (wanted(camera) ? [{ cameraId: camera.id, wanted: wanted(camera) }] : []))
  const line = (name: string, wanted: string, harm: ProposedLine['harm'], exceptions: ProposedLine['exceptions'] = []) => ({ name, wanted, harm, exceptions }) // prettier-ignore
  return [
    line('frame rate', rate ? rateName({ ...rate, drop: false }) : '', 'stop'),
    line('shutter', production.production.shutterSchool === 'half' ? '180°' : '', 'stop'),
    line('picture', master ? `${master.rasterWidthPx} × ${master.rasterHeightPx}` : '', 'stop'),
    line('codec', '', 'stop'),
    line('colour profile', '', 'stop'),
    line('monitor look', '', 'watch'),
    line('white', '', 'stop'),
    line(
      'ISO',
      '',
      'watch',
      each(({ nativeIso }) => String(nativeIso)),
    ),
    line('clock', dayPlan ? `UTC ${zoneHours(dayPlan.day, dayPlan.place.timeZone)}` : '', 'watch'),
    line('timecode', rate ? `time of day${nominalFrames(rate) % 30 === 0 ? (rate.drop ? ', drop-frame' : ', non-drop') : ''}` : 'time of day', 'watch'), // prettier-ignore
    line(
      'card, name',
      '',
      'watch',
      each(({ id }) => cards.find(({ cameraId }) => cameraId === id)?.label ?? ''),
    ),
    line(
      'sound in',
      '',
      'stop',
      each((camera) => soundInOf(production, camera.id)),
    ),
    line('stops itself', 'no', 'watch', each(({ stopsItselfMin }) => (stopsItselfMin === null ? '' : `${stopsItselfMin} min`))), // prettier-ignore
    line('diffusion', '', 'watch'),
  ]
}

/** What goes into a camera's inputs, as "1 Boom, 2 Lav 1". */
function soundInOf({ soundWay, soundSource }: Production, cameraId: Id<'camera'>): string {
  return Object.values(soundWay)
    .filter((way) => way.cameraId === cameraId && !way.gone)
    .toSorted((a, b) => a.input - b.input)
    .map(({ input, sourceId }) => `${input} ${soundSource[sourceId]?.name ?? ''}`)
    .join(', ')
}

/** A line of the card that says otherwise than the job does by now. */
export interface OtherThanJob {
  readonly line: RecordOf<'setUpLine'>
  /** What of it is another for one camera, and of which; null where it is the line itself. */
  readonly exception: RecordOf<'setUpException'> | null
  readonly card: string
  readonly job: string
}

/** More of a picture than is delivered can be cropped or scaled down: only less is another thing. */
function isLess(card: string, job: string): boolean {
  const size = (text: string) => /^(\d+)x(\d+)$/.exec(plain(text))?.slice(1).map(Number)
  const [a, b] = [size(card), size(job)]
  return !a || !b || a[0]! < b[0]! || a[1]! < b[1]!
}

/**
 * What the card says otherwise than the job as it is now: what is delivered, the zone of the days, what goes into each
 * camera's inputs. A card is written once and the job goes on changing; a camera that agrees with the card is then wrong.
 */
export function cardAgainstJob(production: Production): readonly OtherThanJob[] {
  const lines = inOrder(production.setUpLine).filter(({ gone }) => !gone)
  const lineOf = (name: string) => lines.find((line) => plain(line.name) === plain(name) && line.wanted.trim() !== '')
  const rate = lineOf('frame rate')
  const picture = lineOf('picture')
  const clock = lineOf('clock')
  const jobs = cardFromJob(production, null)
  const jobOf = (name: string) => jobs.find((line) => line.name === name)!.wanted
  const other = (line: RecordOf<'setUpLine'> | undefined, job: string, isOther: boolean) => (line && job && isOther ? [{ line, exception: null, card: line.wanted, job }] : []) // prettier-ignore
  const zones = Object.values(production.day).flatMap((day) => {
    const place = production.place[day.placeId]
    return place ? [`UTC ${zoneHours(day, place.timeZone)}`] : []
  })
  return [
    ...other(rate, jobOf('frame rate'), !isSameSetting(rate?.wanted ?? '', jobOf('frame rate'))),
    ...other(picture, jobOf('picture'), isLess(picture?.wanted ?? '', jobOf('picture'))),
    ...other(clock, zones[0] ?? '', !zones.some((zone) => isSameSetting(zone, clock?.wanted ?? ''))),
    ...Object.values(production.setUpException).flatMap((exception): OtherThanJob[] => {
      const line = lines.find(({ id }) => id === exception.lineId)
      if (!line || plain(line.name) !== plain('sound in') || exception.shotId || exception.setupId) return []
      const job = soundInOf(production, exception.cameraId)
      return isSameSetting(exception.wanted, job) ? [] : [{ line, exception, card: exception.wanted, job }]
    }),
  ]
}

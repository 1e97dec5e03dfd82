import type { Content } from 'pdfmake/interfaces.js'
import { type CoverProblem, type Intervention, mostWanted, type Rota, solveWithin } from '@kavrell/core/cover'
import { type CueAt, cueList, type CuesOf, sayCueFault } from '@kavrell/core/cues'
import { coverOf, visitsOf } from '@kavrell/core/moments'
import { byId, type Production, type RecordOf } from '@kavrell/core/records'
import { counted, lapse } from '@kavrell/core/text'
import { heading, makePdf, say, table, tickBox } from './pdf.ts'

/** How long a rota with fewer visits is looked for before the paper is drawn. */
const PATIENCE_MS = 8000
const DOES = { restart: 'restarts', card: 'changes the card of', battery: 'changes the battery of', both: 'changes card and battery of' } as const // prettier-ignore

/** The cues of every moment and shot that has any, in the order in which they come, and who goes to which camera when. */
export function cuesPdf(production: Production): Promise<Buffer> {
  const { title, paper } = production.production
  const moments = Object.values(production.moment).sort((a, b) => a.name.localeCompare(b.name, 'en', { numeric: true }))
  const shots = Object.values(production.shot).filter((shot) => Object.values(production.cue).some((cue) => !cue.gone && cue.shotId === shot.id)) // prettier-ignore
  const parts: Content[] = [
    ...moments.flatMap((moment) => [
      ...cuesOf(production, `${moment.name}, ${lapse(moment.lastsS)}`, { momentId: moment.id }),
      ...rotaOf(production, moment),
      ...toCatch(production, moment),
    ]),
    ...shots
      .sort((a, b) => a.code.localeCompare(b.code, 'en', { numeric: true }))
      .flatMap((shot) => cuesOf(production, `Shot ${shot.code}`, { shotId: shot.id })),
  ]
  return makePdf(paper === 'Letter' ? 'Letter' : 'A4', `${title}, cues and rota.`, [
    say(title, { fontSize: 20, bold: true }),
    say('Cues and rota. Times are from the beginning; cues on a word come when it is said.', { margin: [0, 2, 0, 4] }),
    ...(parts.length > 0 ? parts : [say('There is no moment and no cue yet.')]),
  ])
}

const person = (production: Production, id: string | null) => byId(production.person, id as never)?.name ?? ''

function when({ cue, atS }: CueAt): string {
  if (atS !== null) return lapse(atS)
  return cue.onWords === '' ? 'when nobody said' : `on “${cue.onWords}”`
}

function cuesOf(production: Production, name: string, of: CuesOf): Content[] {
  const cues = cueList(production, of)
  if (cues.length === 0) return 'momentId' in of ? [heading(name), say('It has no cues.')] : []
  return [
    heading(name),
    table(
      [13, 16, 120, '*', 84, 40, 60],
      ['', '', 'comes', 'what', 'by', 'picture', 'sound'],
      cues.map((one, i) => [
        tickBox(),
        say(String(i + 1)),
        say(when(one), { bold: true }),
        say([one.cue.name, ...one.faults.map((fault) => `Cannot come so: ${sayCueFault(fault, one.cue, production)}`)].join(' ')), // prettier-ignore
        say(person(production, one.cue.personId)),
        say(byId(production.camera, one.cue.cameraId)?.letter ?? ''),
        say(byId(production.soundSource, one.cue.sourceId)?.name ?? ''),
      ]),
    ),
  ]
}

/** Who must be caught before when, with a box for each. */
function toCatch(production: Production, moment: RecordOf<'moment'>): Content[] {
  const catches = Object.values(production.momentCatch)
    .filter(({ momentId }) => momentId === moment.id)
    .toSorted((a, b) => a.untilS - b.untilS)
  if (catches.length === 0) return []
  const letter = (id: string | null) => byId(production.camera, byId(production.momentCamera, id as never)?.cameraId)?.letter ?? '' // prettier-ignore
  return [
    say('To be caught', { bold: true, margin: [0, 8, 0, 2] }),
    table(
      [13, 52, '*', 60],
      ['', 'before', 'who or what', 'by camera'],
      catches.map(({ name, untilS, momentCameraId }) => [
        tickBox(),
        say(lapse(untilS), { bold: true }),
        say(name),
        say(letter(momentCameraId)),
      ]),
    ),
  ]
}

/** What the rota holds, and who goes where for it: the most that can be held where it is less than is wanted. */
function rotaWords(rota: Rota, problem: CoverProblem): { schedule: readonly Intervention[]; head: string } {
  const wanted = mostWanted(problem)
  const where = (problem.phases ?? []).length > 0 ? 'where they are wanted' : 'throughout'
  if (rota.status === 'held')
    return { schedule: rota.schedule, head: `Rota: ${counted(wanted, 'good angle')} ${where}.` }
  const missing = rota.isProved
    ? `No rota holds ${counted(wanted, 'good angle')} ${where}: at ${lapse(rota.firstUncoveredS)} one is missing, whoever goes where.`
    : `No rota was found that holds ${counted(wanted, 'good angle')} ${where}: what was tried holds until ${lapse(rota.firstUncoveredS)}.`
  return {
    schedule: rota.most.schedule,
    head: rota.most.good > 0 ? `${missing} This one holds ${rota.most.good}.` : missing,
  }
}

/** Who does what to which camera when, with a box for each; or the first second that nobody can hold. */
function rotaOf(production: Production, moment: RecordOf<'moment'>): Content[] {
  const cover = coverOf(production, moment.id)
  if (!cover || cover.cameraIds.length === 0 || cover.problem.durationS <= 0) return []
  const rota = solveWithin(cover.problem, PATIENCE_MS)
  const { schedule, head } = rotaWords(rota, cover.problem)
  const visits = visitsOf(cover, schedule)
  const letter = (id: string) => byId(production.camera, byId(production.momentCamera, id as never)?.cameraId)?.letter ?? '?' // prettier-ignore
  const place = (id: string) => byId(production.momentPlace, byId(production.momentCamera, id as never)?.placeId)?.name ?? '' // prettier-ignore
  const says = say(head, { bold: true, margin: [0, 8, 0, 2] })
  if (rota.status === 'cannot' && rota.most.good === 0) return [says]
  if (visits.length === 0) return [says, say('Nobody has to go to any camera while it lasts.', { margin: [0, 6, 0, 0] })] // prettier-ignore
  return [
    says,
    table(
      [13, 52, 52, 100, '*', 80],
      ['', 'leaves', 'there', 'who', 'does', 'in hand'],
      visits.map(({ atS, leaveS, handId, cameraId, kind, slackS }) => [
        tickBox(),
        say(lapse(leaveS)),
        say(lapse(atS), { bold: true }),
        say(person(production, byId(production.momentHand, handId as never)?.personId ?? null) || 'somebody'),
        say(`${DOES[kind]} ${letter(cameraId)}${place(cameraId) ? `, ${place(cameraId)}` : ''}`),
        say(slackS === null ? '' : lapse(slackS)),
      ]),
    ),
  ]
}

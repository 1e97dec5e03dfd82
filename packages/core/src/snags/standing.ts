import { callSheet, newestSheet, saysTheSame } from '../callSheets/index.ts'
import { type DayPlan, dayPlans } from '../day/index.ts'
import type { Production } from '../records/index.ts'
import { counted } from '../text/index.ts'
import { evidenceHash, type Finding } from './finding.ts'
import { findSnags } from './findSnags.ts'

/** A stretch of a day's ribbon, in minutes of the day. */
export interface RibbonBlock {
  readonly fromMin: number
  readonly untilMin: number
  /** The setup it is lit by; empty where nothing is shot. */
  readonly letter: string
  readonly colour: number | null
}

/** The day of a production that comes next, or that was its last. */
export interface StandingDay {
  readonly title: string
  readonly date: string
  readonly place: string
  /** Null while nobody has said where on the map it is. */
  readonly latitudeDeg: number | null
  readonly longitudeDeg: number | null
  readonly timeZone: string
  readonly callMin: number | null
  readonly wrapMin: number
  readonly blocks: readonly RibbonBlock[]
}

/** How a production stands: what a list of several of them shows of each. */
export interface Standing {
  readonly days: readonly string[]
  readonly day: StandingDay | null
  readonly people: number
  readonly shots: number
  /** Findings that nobody has accepted. */
  readonly stops: number
  readonly watches: number
  readonly next: NextStep
}

/** What to do next, where; and what stands in the way, if anything does. */
export interface NextStep {
  readonly says: string
  readonly stage: Finding['stage'] | 'wrap'
  /** The record it is about, to open it. */
  readonly id: string | null
  readonly because: string
}

/**
 * How a production stands on a date.
 * @param today ISO date where the looker is; a day of today is still to come
 */
export function standingOf(production: Production, today: string): Standing {
  const plans = dayPlans(production)
  const dayPlan = plans.find(({ day }) => day.date >= today) ?? plans.at(-1)
  const open = openFindings(production)
  const stops = open.filter((finding) => finding.severity === 'stop')
  return {
    days: plans.map(({ day }) => day.date),
    day: dayPlan ? standingDay(production, dayPlan) : null,
    people: Object.keys(production.person).length,
    shots: Object.keys(production.shot).length,
    stops: stops.length,
    watches: open.length - stops.length,
    next: nextStep(production, dayPlan, today, stops),
  }
}

/** Findings that nobody has accepted as they are. */
function openFindings(production: Production): readonly Finding[] {
  const accepted = new Set(Object.values(production.acceptance).map((a) => `${a.check} ${a.about} ${a.evidence}`))
  return findSnags(production).filter((f) => !accepted.has(`${f.check} ${f.about.id} ${evidenceHash(f)}`))
}

function standingDay(production: Production, { day, place, timeline, calls, clock }: DayPlan): StandingDay {
  const blocks: RibbonBlock[] = []
  for (const row of timeline.rows) {
    if (row.kind === 'wait') continue
    const setup = row.kind === 'shots' && row.setupId ? production.setup[row.setupId] : undefined
    const block = {
      fromMin: clock.shown(row.startMin),
      untilMin: clock.shown(row.endMin),
      letter: setup?.letter ?? '',
      colour: setup?.colour ?? null,
    }
    const last = blocks.at(-1)
    // Shots of one setup are one block, with the turns and changes of rig between them.
    if (last && setup && last.letter === setup.letter) blocks[blocks.length - 1] = { ...last, untilMin: block.untilMin }
    else blocks.push(block)
  }
  return {
    title: day.title,
    date: day.date,
    place: place.name,
    latitudeDeg: place.latitudeDeg,
    longitudeDeg: place.longitudeDeg,
    timeZone: place.timeZone,
    callMin: calls.length > 0 ? clock.shown(Math.min(...calls.map((call) => call.callMin))) : null,
    wrapMin: clock.shown(timeline.wrapMin),
    blocks,
  }
}

/** The first thing that is missing, in the order of the work; a finding that stops the day comes before what follows it. */
function nextStep(
  production: Production,
  dayPlan: DayPlan | undefined,
  today: string,
  stops: readonly Finding[],
): NextStep {
  const step = (stage: NextStep['stage'], says: string, because: string, id: string | null = null): NextStep => ({
    stage,
    says,
    because,
    id,
  })
  if (Object.keys(production.place).length === 0)
    return step('scout', 'Add a place', 'Sun, power and the way there follow from where it is.')
  if (Object.keys(production.shot).length === 0)
    return step('shots', 'List the shots', 'Kit, light and order follow from what is to be seen.')
  if (!dayPlan || dayPlan.timeline.shots === 0)
    return step(
      'order',
      'Make the order',
      `${counted(Object.keys(production.shot).length, 'shot')}, no day has any yet.`,
    )
  const cards = stops.filter((finding) => finding.stage === 'offload')
  if (dayPlan.day.date < today)
    return cards[0]
      ? step('offload', 'See the cards', cards[0].says, cards[0].about.id)
      : step('wrap', 'Read the report', 'The last day is over.')
  const [worst] = stops
  if (worst) return step(worst.stage, 'See the worst', worst.says, worst.about.id)
  const sheet = newestSheet(production, dayPlan.day.id)
  if (!sheet || !saysTheSame(sheet, callSheet(production, dayPlan)))
    return step(
      'call',
      sheet ? 'Send it anew' : 'Send the call sheet',
      sheet ? 'The plan has changed since the call sheet went out.' : 'Nobody has a call sheet yet.',
    )
  if (dayPlan.day.date === today) return step('roll', 'Roll', 'It is today.')
  return step('order', 'Look at the order', 'Nothing stops you.')
}

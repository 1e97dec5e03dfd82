import { fittingsOf } from '../light/index.ts'
import { byId, type CAUTIONS, type Production, type Setup } from '../records/index.ts'
import { counted } from '../text/index.ts'
import { ofSetup } from './ofSetup.ts'

/** One line of a setup's checklist. */
export interface SetupStep {
  readonly step: string
  readonly done: boolean
}

const linesOf = (text: string) => [...new Set(text.split('\n').map((line) => line.trim()).filter(Boolean))] // prettier-ignore

/** The checklist of a setup on a day: what was said last of each line counts. */
export function setupSteps(
  production: Pick<Production, 'setup' | 'stepDone'>,
  setupId: string,
  dayId: string,
): SetupStep[] {
  const setup = byId(production.setup, setupId as Setup['id'])
  if (!setup) return []
  const last = new Map<string, { version: number; done: boolean }>()
  for (const said of Object.values(production.stepDone)) {
    if (said.setupId !== setupId || said.dayId !== dayId) continue
    if (said.version >= (last.get(said.step)?.version ?? 0)) last.set(said.step, said)
  }
  return linesOf(setup.steps).map((step) => ({ step, done: last.get(step)?.done ?? false }))
}

/** Whether a take of one of a setup's shots was begun on a day, false starts left out. */
export const hasBegun = (
  { shot }: Pick<Production, 'shot'>,
  setupId: string,
  states: readonly {
    readonly struck: boolean
    readonly take: { readonly shotIds: readonly string[]; readonly wild: boolean }
  }[],
): boolean =>
  states.some(
    ({ struck, take }) => !struck && !take.wild && take.shotIds.some((id) => byId(shot, id)?.setupId === setupId),
  )

/** The usual caution of each: never a permission. */
const CARE: Readonly<Record<(typeof CAUTIONS)[number], string>> = {
  water: 'Water: mains are off the floor and behind a tested residual-current device',
  mains: 'Mains: circuits are counted, nothing is joined by tape, whoever is qualified has looked',
  wind: 'Wind: ballast is on, what can tip is held, it is agreed when it comes down',
  height: 'Height: stands are level and locked, what hangs has a safety line, nobody is below',
  heat: 'Heat: nothing that burns is near lamps, and they cool before they are struck',
  haze: 'Haze: whoever answers for the alarms knows, and the room is aired after',
  cable: 'Cable: walkways are clear or covered',
  fire: 'Fire: an extinguisher stands by, and somebody watches nothing else',
  'moving vehicle': 'Moving vehicle: the way is closed off, and one person gives the signal',
}

/**
 * Lines that a checklist can begin with: what the plan has standing, lamp by lamp, and what it says to take care of.
 * They stand for what the plan says and for no permission: local rules and qualified people decide.
 */
export function stepsFromPlan(production: Pick<Production, 'lamp' | 'panel' | 'shot'>, setup: Setup): string[] {
  const placed = ofSetup(production.lamp, setup)
  const put = ofSetup(production.panel, setup)
  const lamps = placed.map((lamp) => {
    const level = lamp.levelPct < 100 ? ` at ${Math.round(lamp.levelPct)} %` : ''
    const on = fittingsOf(lamp.fittings).map(({ name }) => name.toLowerCase())
    return `${lamp.role[0]!.toUpperCase()}${lamp.role.slice(1)}: ${lamp.name}${level}${on.length > 0 ? `, with ${on.join(', ')}` : ''}`
  })
  const panels = put.map((panel) => `${panel.type[0]!.toUpperCase()}${panel.type.slice(1)} ${panel.name}`.trim())
  const bags = [...placed, ...put].filter((thing) => thing.bags > 0).map((thing) => `${counted(thing.bags, 'bag')} on ${thing.name}`) // prettier-ignore
  const hazy = setup.cautions.includes('haze')
  const filters = Object.values(production.shot)
    .filter((shot) => shot.setupId === setup.id && shot.diffusion !== '')
    .map(
      (shot) => `Filter ${shot.diffusion} on ${shot.code}${hazy ? ', looked at with the haze that is in the air' : ''}`,
    )
  const care = setup.cautions.map((caution) => CARE[caution as keyof typeof CARE] ?? `Take care: ${caution}`)
  return [...new Set([...lamps, ...panels, ...bags, ...filters, ...care])]
}

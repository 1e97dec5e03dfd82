import { type LoggedEdit, readSnapshot, type SnapshotOnTheWay } from '@kavrell/contract'
import {
  applyChanges,
  asId,
  type Id,
  type OrderItem,
  type PlainChange,
  type Production,
  productionOf,
  seenAt,
  type Tables,
} from '@kavrell/core/records'
import {
  type Armed,
  correct,
  cutTake,
  newestTakes,
  nextNumber,
  onTheSlate,
  type Pen,
  rollingRuns,
  rollTake,
  rowKey,
  runStates,
  type SetClock,
  type SlateChoice,
  takeHappens,
  type TakeState,
  takeStates,
} from '@kavrell/core/takes'
import { clockOffset, type ClockSample } from '@kavrell/core/timecode'
import { v7 as uuidv7 } from 'uuid'
import { type Chance, create, messagesOf, seeded, wait, type World } from './world.ts'

/** A take as it really happened, which no phone sees. */
interface RealTake {
  readonly unit: number
  readonly row: number
  number: number
  readonly startMs: number
  readonly cutMs: number
  readonly verdict: 'good' | 'no-good' | 'open'
  readonly falseStart: boolean
}

interface Phone {
  readonly name: string
  readonly unit: number
  readonly chance: Chance
  /** What its own clock shows is this much off at the beginning, and more with every second. */
  readonly errorMs: number
  readonly driftPpm: number
  aheadMs: number
  /** It has no network until then. */
  awayUntilMs: number
  tables: Tables
  seen: number
  pending: Posted[]
  choice: SlateChoice | null
}

interface Posted {
  readonly id: string
  readonly label: string
  readonly changes: readonly PlainChange[]
}

export interface PhonesOutcome {
  readonly takes: number
  readonly edits: number
  readonly timesAway: number
  /** Takes that two people told of, and that were put together. */
  readonly twins: number
  /** Numbers that had to be put right because a phone that was away could not know the last one. */
  readonly renumbered: number
  /** Worst difference between a take's logged begin and the true one. */
  readonly worstMs: number
  readonly found: readonly string[]
}

const RATE = { num: 25, den: 1, drop: false }
const ZONE = 'Europe/London'
const DATE = '2026-05-14'
const CALL_MIN = 300
/** The true time at which the day is called: 05:00 at its place. */
const CALL_MS = Date.parse('2026-05-14T04:00:00Z')
const CLOCK: SetClock = { date: DATE, timeZone: ZONE, rate: RATE, callMin: CALL_MIN }
/** Nobody presses sooner or later than this after what happens. */
const REACTION_MS = 600
/** How far off a phone's time may be: half of the slowest answer, and what its clock lost since. */
const CLOCK_MS = 400

/**
 * People of several units log a day with a phone each: every phone with a wrong clock that drifts, each without network
 * now and then, two pressing at once, the one who logs handing over to another whose phone knows less. Time is a
 * number here; the edits go to real servers. At the end what every phone says is compared with what happened.
 * @param minutes how long they shoot
 */
export async function logWithPhones(
  world: World,
  phones: number,
  units: number,
  minutes: number,
  seed: number,
): Promise<PhonesOutcome> {
  const found: string[] = []
  const chance = seeded(seed)
  const set = await makeSet(world, units, String(1 + (seed % 900)))
  const follower = follow(world, set.seq)
  const all = Array.from({ length: phones }, (_, i): Phone => {
    const own = seeded(seed * 100 + i)
    return {
      name: `Phone ${i + 1}`,
      unit: i % units,
      chance: own,
      errorMs: own.between(-3 * 3600_000, 3 * 3600_000),
      driftPpm: own.between(-100, 100),
      aheadMs: 0,
      awayUntilMs: 0,
      tables: set.tables,
      seen: set.seq,
      pending: [],
      choice: null,
    }
  })
  const real: RealTake[] = []
  let edits = 0
  let timesAway = 0
  let renumbered = 0

  /** What a phone does when it has network: asks the time, hears what others did, says what it did itself. */
  const sync = async (phone: Phone, nowMs: number) => {
    if (nowMs < phone.awayUntilMs) return
    phone.aheadMs = clockOffset(samples(phone, nowMs)).aheadMs
    for (const posted of phone.pending) {
      const seq = await post(world, phone.chance, posted, found)
      if (seq !== null) edits++
    }
    phone.pending = []
    hear(phone, await follower.known(edits))
  }
  const writes = (phone: Phone, label: string, changes: readonly PlainChange[]) => {
    if (changes.length === 0) return
    phone.pending.push({ id: uuidv7(), label, changes })
  }
  const roll = (phone: Phone, nowMs: number, row: number): number | null => {
    let seen = looks(phone, set)
    // Whoever sees that the screen speaks of another shot calls up the right one.
    if (seen.rolling) {
      // This phone was away when that one was cut.
      writes(phone, 'Cut', cutTake(penOf(phone, nowMs), CLOCK, seen.rolling, seen.runs))
      seen = looks(phone, set)
    }
    if (seen.subject.key !== rowKey(set.items[phone.unit]![row]!.id)) {
      phone.choice = {
        key: rowKey(set.items[phone.unit]![row]!.id),
        after: newestTakes(seen.states).real?.take.id ?? null,
      }
      seen = looks(phone, set)
    }
    const { subject, number } = seen
    writes(
      phone,
      'Roll',
      rollTake(
        penOf(phone, nowMs),
        CLOCK,
        {
          dayId: set.dayId,
          unitId: set.units[phone.unit]!,
          slate: subject.slate,
          number,
          orderItemId: subject.itemId,
          shotIds: subject.shots.map((shot) => shot.id),
        },
        set.devices[phone.unit]!,
        seen.runs,
      ),
    )
    return number
  }

  // What happens, in the order in which it does.
  const agenda: { readonly ms: number; readonly does: () => void | Promise<void> }[] = []
  const at = (ms: number, does: () => void | Promise<void>) => agenda.push({ ms, does })
  const endMs = CALL_MS + minutes * 60_000
  for (const phone of all) {
    for (let ms = CALL_MS - 60_000; ms < endMs; ms += phone.chance.between(400, 2_500)) at(ms, () => sync(phone, ms))
    for (let ms = CALL_MS + phone.chance.between(0, 240_000); ms < endMs; ms += phone.chance.between(60_000, 420_000))
      at(ms, () => {
        timesAway++
        phone.awayUntilMs = ms + phone.chance.between(5_000, 240_000)
      })
  }
  for (let unit = 0; unit < units; unit++) {
    const crew = all.filter((phone) => phone.unit === unit)
    let ms = CALL_MS + chance.between(5_000, 40_000)
    let logs = chance.of(crew)
    for (let row = 0; row < set.items[unit]!.length && ms < endMs - 150_000; row++) {
      const takes = chance.between(2, 6)
      for (let k = 0; k < takes && ms < endMs - 150_000; k++) {
        // Another one takes over, whatever their phone knows.
        if (chance.chance(0.15)) logs = chance.of(crew)
        const hands = logs
        const other = chance.chance(0.3) ? chance.of(crew) : null
        const cutMs = ms + chance.between(12_000, 60_000)
        const verdict = chance.of(['good', 'no-good', 'open'] as const)
        const take: RealTake = { unit, row, number: 0, startMs: ms, cutMs, verdict, falseStart: chance.chance(0.1) }
        real.push(take)
        at(ms + chance.between(0, REACTION_MS), () => {
          const said = roll(hands, take.startMs + chance.between(0, REACTION_MS), row)
          // Who claps knows which numbers were on the slate before, whatever the phone says; a false start is forgotten.
          const before = real.filter((one) => one.unit === unit && one.row === row && !one.falseStart)
          take.number = Math.max(said ?? 0, 1 + Math.max(0, ...before.map((one) => one.number)))
        })
        if (other && other !== hands)
          at(ms + chance.between(0, 3_000), () => {
            // Whoever sees that it rolls already has nothing to press; whoever sees another shot waits for the first.
            const seen = looks(other, set)
            const last = seen.states.at(-1)
            if (seen.rolling && Date.parse(seen.rolling.take.startedAt) > take.startMs - 2_000) return
            if (last && Date.parse(last.take.startedAt) > take.startMs - 2_000) return
            if (nowIsAway(other, take.startMs)) return
            roll(other, take.startMs + chance.between(0, REACTION_MS), row)
          })
        const cuts = other && chance.chance(0.5) ? [hands, other] : [hands]
        for (const phone of cuts)
          at(cutMs + chance.between(0, REACTION_MS), () => {
            const { rolling, runs } = looks(phone, set)
            if (rolling && Math.abs(Date.parse(rolling.take.startedAt) - take.startMs) < 5_000)
              writes(phone, 'Cut', cutTake(penOf(phone, cutMs + chance.between(0, REACTION_MS)), CLOCK, rolling, runs))
          })
        at(cutMs + 3_000, () => {
          const last = looks(hands, set).states.at(-1)
          if (!last || Math.abs(Date.parse(last.take.startedAt) - take.startMs) > 5_000) return
          const says = (word: Parameters<typeof takeHappens>[3], ms: number) =>
            writes(hands, word, [takeHappens(penOf(hands, ms), CLOCK, last, word)])
          if (take.falseStart) says('struck', cutMs + 3_000)
          else {
            // A wrong one first, now and then.
            if (chance.chance(0.2)) says('no-good', cutMs + 2_900)
            says(verdict, cutMs + 3_000)
          }
        })
        ms = cutMs + chance.between(6_000, 30_000)
      }
    }
  }
  agenda.sort((a, b) => a.ms - b.ms)
  for (const { does } of agenda) await does()

  // Everybody is back; what the screens say is double is put right by somebody who knows which is which.
  const home = async () => {
    for (const phone of all) {
      phone.awayUntilMs = 0
      await sync(phone, endMs)
    }
    for (const phone of all) await sync(phone, endMs)
  }
  await home()
  for (let unit = 0; unit < units; unit++) {
    const phone = all.find((one) => one.unit === unit)!
    for (let more = true; more;) {
      more = false
      for (const state of looks(phone, set).states) {
        if (!state.misnumbered) continue
        const truth = nearest(real, unit, state)
        if (!truth || truth.number === state.take.number) continue
        more = true
        renumbered++
        const { slate, orderItemId, shotIds } = state.take
        const word = correct(penOf(phone, endMs), { takeId: state.take.id, reslates: true, slate, number: truth.number, orderItemId, shotIds }) // prettier-ignore
        writes(phone, 'Correct', [word])
      }
    }
  }
  await home()
  await follower.stop()

  let worstMs = 0
  let twins = 0
  for (const phone of all) {
    const { states, production } = looks(phone, set)
    const truth = real.filter((one) => one.unit === phone.unit)
    const isFirst = all.find((one) => one.unit === phone.unit) === phone
    const say = (what: string) => found.push(`${phone.name}, unit ${phone.unit + 1}: ${what}`)
    if (states.length !== truth.length) say(`${states.length} takes, and there were ${truth.length}`)
    const left = new Set(states)
    for (const take of truth) {
      const called = `row ${take.row} take ${take.number}`
      const state = [...left].find(({ take: { startedAt } }) => Math.abs(Date.parse(startedAt) - take.startMs) < 5_000)
      if (!state) {
        say(`${called} is lost`)
        continue
      }
      left.delete(state)
      if (isFirst) twins += state.twins.length
      const offMs = Math.abs(Date.parse(state.take.startedAt) - take.startMs)
      worstMs = Math.max(worstMs, offMs)
      if (offMs > REACTION_MS + CLOCK_MS) say(`${called} begins ${offMs} ms off`)
      if (state.take.orderItemId !== set.items[phone.unit]![take.row]!.id) say(`${called} is under the slate ${state.take.slate}`) // prettier-ignore
      if (!take.falseStart && state.take.number !== take.number) say(`${called} is number ${state.take.number}`)
      if (state.misnumbered) say(`${called} is called ${state.misnumbered} and is not`)
      if (state.struck !== take.falseStart) say(`${called} is ${state.struck ? '' : 'not '}struck`)
      if (!take.falseStart && state.verdict !== take.verdict) say(`${called} is ${state.verdict}, not ${take.verdict}`)
      if (!state.cutAt) say(`${called} still rolls`)
      else if (Math.abs(Date.parse(state.cutAt) - take.cutMs) > REACTION_MS + CLOCK_MS) say(`${called} is cut ${Date.parse(state.cutAt) - take.cutMs} ms off`) // prettier-ignore
      const wanted = set.devices[phone.unit]!.map((one) => one.device.id as string).sort()
      const ran = state.runs.filter((run) => !run.struck)
      const rolled = ran.map((run) => run.device.id as string).sort()
      if (rolled.join() !== wanted.join()) say(`${called} has ${rolled.length} runs of ${wanted.length} devices`)
      for (const run of ran) {
        if (Math.abs(Date.parse(run.start.at) - take.startMs) > REACTION_MS + CLOCK_MS) say(`${called}: a device began ${Date.parse(run.start.at) - take.startMs} ms off`) // prettier-ignore
        if (!run.stop) say(`${called}: a device never stopped`)
        else if (Math.abs(Date.parse(run.stop.at) - take.cutMs) > REACTION_MS + CLOCK_MS) say(`${called}: a device stopped ${Date.parse(run.stop.at) - take.cutMs} ms off`) // prettier-ignore
      }
    }
    for (const state of left) say(`${state.take.slate} take ${state.take.number} at ${state.take.startedAt} never was`)
    if (JSON.stringify(production.take) !== JSON.stringify(looks(all[0]!, set).production.take))
      say('knows other takes than the first phone')
  }
  return { takes: real.length, edits, timesAway, twins, renumbered, worstMs, found }
}

const nowIsAway = (phone: Phone, ms: number) => ms < phone.awayUntilMs

const nearest = (real: readonly RealTake[], unit: number, { take }: TakeState): RealTake | undefined =>
  real.find((one) => one.unit === unit && Math.abs(Date.parse(take.startedAt) - one.startMs) < 5_000)

const ownClockMs = (phone: Phone, trueMs: number) =>
  trueMs + phone.errorMs + ((trueMs - CALL_MS) * phone.driftPpm) / 1e6

/** Five questions and answers, each as slow there and back as networks are. */
const samples = (phone: Phone, nowMs: number): ClockSample[] =>
  Array.from({ length: 5 }, () => {
    const there = phone.chance.between(5, 300)
    const back = phone.chance.between(5, 300)
    return {
      sentMs: ownClockMs(phone, nowMs),
      backMs: ownClockMs(phone, nowMs + there + back),
      otherMs: nowMs + there,
    }
  })

function penOf(phone: Phone, trueMs: number): Pen {
  const deviceMs = Math.round(ownClockMs(phone, trueMs))
  const atMs = Math.round(deviceMs + phone.aheadMs)
  return {
    now: { at: new Date(atMs).toISOString(), atMs, deviceAt: new Date(deviceMs).toISOString() },
    newId: <K extends string>() => asId<K>(uuidv7()),
  }
}

/** What is on a phone's screen: what it heard, and over it what it did itself. */
function looks(phone: Phone, set: FilmSet) {
  const tables = phone.pending.reduce(
    (so, { changes }) => applyChanges(so, changes.map((change) => seenAt(change, 0)), phone.seen), // prettier-ignore
    phone.tables,
  )
  const production: Production = productionOf(tables)!
  const unitId = set.units[phone.unit]!
  const states = takeStates(production, set.dayId).filter((state) => state.take.unitId === unitId)
  const { rolling } = newestTakes(states)
  const subject = onTheSlate(production, states, set.items[phone.unit]!, null, phone.choice)
  const runs = rollingRuns(runStates(production), unitId)
  return { production, states, rolling, subject, runs, number: nextNumber(production, subject.slate) }
}

function hear(phone: Phone, log: readonly LoggedEdit[]): void {
  for (const edit of log) {
    if (edit.seq <= phone.seen) continue
    phone.tables = applyChanges(phone.tables, edit.changes, edit.seq)
    phone.seen = edit.seq
  }
}

async function post(world: World, chance: Chance, body: Posted, found: string[]): Promise<number | null> {
  for (;;) {
    const changes = body.changes.map((change) => seenAt(change, 0))
    const answer = await world.ask<{ seq: number; refusal?: { says: string } }>(
      chance.of(world.servers),
      `/productions/${world.productionId}/edits`,
      { ...body, changes },
    )
    if (answer && answer.status < 300) {
      // The answer is lost now and then, and it is sent once more.
      if (chance.chance(0.05)) continue
      return answer.json.seq
    }
    if (answer) {
      found.push(`${body.label} was refused: ${answer.json.refusal?.says}`)
      return null
    }
    await wait(50)
  }
}

interface FilmSet {
  readonly dayId: Id<'day'>
  readonly units: readonly (Id<'unit'> | null)[]
  readonly items: readonly (readonly OrderItem[])[]
  readonly devices: readonly (readonly Armed[])[]
  readonly tables: Tables
  readonly seq: number
}

/** A day, units with cameras, a recorder and cards of their own, and five shots for each. */
async function makeSet(world: World, units: number, number: string): Promise<FilmSet> {
  const place = create('place', { name: 'Soak' })
  const day = create('day', { placeId: asId(place.id), date: DATE, callMin: CALL_MIN })
  const scene = create('scene', { number })
  const changes: object[] = [place, day, scene]
  const made = Array.from({ length: units }, (_, u) => {
    const unit = u === 0 ? null : create('unit', { name: `Unit ${u + 1}` })
    if (unit) changes.push(unit)
    const cameras = [0, 1].map((i) => create('camera', { letter: 'ABCDEFGH'[u * 2 + i]! }))
    const recorder = create('recorder', { letter: 'RSTU'[u]! })
    const devices = [...cameras, recorder].map((device) => {
      const card = create('card', { label: `${String(device.fields.letter)}1` })
      changes.push(device, card)
      return { device: { kind: device.kind, id: device.id }, cardId: card.id, stays: false } as unknown as Armed
    })
    const items = Array.from({ length: 5 }, (_, i) => {
      const shot = create('shot', {
        sceneId: asId(scene.id),
        code: `${number}${'ABCDEFGHJK'[u * 5 + i]}`,
        rank: `a${i + 1}`,
      })
      const item = create('orderItem', { dayId: asId(day.id), type: 'shots', shotIds: [asId(shot.id)], rank: `a${u + 1}${i + 1}` }) // prettier-ignore
      changes.push(shot, item)
      return item.id
    })
    return { unitId: unit && asId<'unit'>(unit.id), devices, items }
  })
  const answer = await world.ask<{ seq: number; refusal?: { says: string } }>(
    world.servers[0]!,
    `/productions/${world.productionId}/edits`,
    { id: uuidv7(), label: 'Set up', changes },
  )
  if (!answer || answer.status >= 300) throw new Error(`Set up: ${answer?.json.refusal?.says}`)
  const snapshot = await world.ask<SnapshotOnTheWay>(world.servers[0]!, `/productions/${world.productionId}/snapshot`)
  const { records: tables, seq } = readSnapshot(snapshot!.json)
  return {
    dayId: asId(day.id),
    units: made.map((one) => one.unitId),
    items: made.map((one) => one.items.map((id) => tables.orderItem[id as Id<'orderItem'>]!)),
    devices: made.map((one) => one.devices),
    tables,
    seq,
  }
}

/** Hears the stream once for all phones: each takes from it what it has not heard. */
function follow(world: World, from: number) {
  const log: LoggedEdit[] = []
  const abort = new AbortController()
  const hearing = (async () => {
    try {
      for await (const message of messagesOf(await world.stream(world.servers[0]!, from, abort.signal)))
        if (message.type === 'edit') log.push(message.edit)
    } catch {
      // It was stopped.
    }
  })()
  return {
    /** What there is, once so many edits have come. */
    async known(edits: number): Promise<readonly LoggedEdit[]> {
      while (log.length < edits) await wait(2)
      return log
    },
    async stop() {
      abort.abort()
      await hearing
    },
  }
}

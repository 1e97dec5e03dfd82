import { Op } from 'sequelize'
import { v5 as uuidv5 } from 'uuid'
import type { TimecodeBox } from './timecodeBox.ts'
import type { Door } from '../edits/door.ts'
import { asServer } from '../edits/writing.ts'
import type { Announcements } from '../live/announcements.ts'
import type { Models } from '../records/models.ts'
import type { ServerModels } from '../records/serverModels.ts'
import type { Snapshots } from '../records/snapshots.ts'
import { readSnapshot, type SnapshotOnTheWay } from '@kavrell/contract'
import { type OwnStop, ownStop } from '@kavrell/core/cards'
import { asId, byId, createRecord, productionOf } from '@kavrell/core/records'
import { runStates, type RunState } from '@kavrell/core/takes'
import { addFrames, framesPerSecond } from '@kavrell/core/timecode'

/** What links cameras with the log: what they do by themselves is written down without a thumb. */
export interface CameraLink {
  readonly close: () => void
}

interface Deps {
  readonly models: Models
  readonly serverModels: Pick<ServerModels, 'edit'>
  readonly snapshots: Snapshots
  readonly door: Door
  readonly announcements: Announcements
  readonly timecodeBox: TimecodeBox
  readonly now: () => Date
  /** Told what kept it from writing; it looks again with the next edit. */
  readonly failed: (error: unknown) => void
}

/** Edits that come together are looked at once. */
const TOGETHER_MS = 300
/** A timer is not set for longer: boxes are set anew, and clocks drift. */
const LONGEST_MS = 60_000

/**
 * The stand-in for linked cameras: one that tells itself when it stops does what is known of it, it stops after so many
 * minutes or on a full card, and says so at that moment; a real one would say so over its cable or radio. What stopped
 * while no server ran is told when one is there again, with the moment at which it was.
 */
export function standInCameras(deps: Deps): CameraLink {
  const { models, announcements, failed } = deps
  const timers = new Map<string, NodeJS.Timeout>()
  let closed = false
  const later = (productionId: string, inMs: number) => {
    if (closed) return
    clearTimeout(timers.get(productionId))
    const timer = setTimeout(() => void look(productionId), inMs)
    timer.unref()
    timers.set(productionId, timer)
  }
  const look = async (productionId: string) => {
    timers.delete(productionId)
    try {
      const nextMs = await tellStops(deps, productionId)
      // An edit that came meanwhile has it looked at sooner.
      if (nextMs !== null && !timers.has(productionId)) later(productionId, Math.min(nextMs, LONGEST_MS))
    } catch (error) {
      if (!closed) failed(error)
    }
  }
  const lookAtAll = async () => {
    const linked = await models.camera.findAll({
      where: { tellsItself: true },
      attributes: ['productionId'],
      raw: true,
    })
    for (const id of new Set(linked.map((one) => (one as unknown as { productionId: string }).productionId)))
      later(id, 0)
  }
  const startAnew = () => {
    lookAtAll().catch((error: unknown) => {
      if (!closed) failed(error)
    })
  }
  const unhear = announcements.hear(({ channel, payload }) => {
    if (channel === 'kavrell_edit') later(payload, TOGETHER_MS)
    else if (channel === 'heard-again') startAnew()
  })
  startAnew()
  return {
    close() {
      closed = true
      unhear()
      for (const timer of timers.values()) clearTimeout(timer)
    },
  }
}

/** Writes down which linked cameras have stopped by now. @returns milliseconds until the next one will, null without one */
async function tellStops(deps: Deps, productionId: string): Promise<number | null> {
  const { models, snapshots, door, timecodeBox, now } = deps
  const nowMs = now().getTime()
  const boxMs = nowMs + ((await timecodeBox.read(productionId, nowMs))?.aheadMs ?? 0)
  if (!(await someRolls(models, productionId, boxMs))) return null
  const { rows } = await snapshots.read(productionId)
  const { records } = readSnapshot({ rows: JSON.parse(rows.all) as SnapshotOnTheWay['rows'] } as SnapshotOnTheWay)
  const production = productionOf(records)
  if (!production) return null
  const boxSetSeq = Math.max(0, ...Object.values(production.timecodeBox).map(({ version }) => version))
  let nextMs: number | null = null
  for (const run of runStates(production)) {
    if (run.stop || run.struck || !byId(production.camera, run.device.id)?.tellsItself) continue
    const own = ownStop(production, run)
    const entry = byId(production.run, asId<'run'>(run.id))
    // Of a log from before there were runs nothing is told, nor of what nobody stopped on a day that is over.
    if (!own || !entry || isOver(entry.startedAt, boxMs)) continue
    const { version } = entry
    // A box that was set since shows another time than the run began by: then what counts is when that was logged.
    const loggedMs = version < boxSetSeq ? await loggedAt(deps, productionId, version) : null
    const leftMs = loggedMs === null ? own.atMs - boxMs : loggedMs + own.atMs - Date.parse(run.start.at) - nowMs
    if (leftMs > 0) {
      nextMs = Math.min(nextMs ?? Infinity, leftMs)
      continue
    }
    const { letter } = byId(production.camera, run.device.id)!
    // Of several servers that see it one writes it: the same edit has effect once.
    const edit = { id: uuidv5('stop', run.id), label: `${letter} says: ${SAYS[own.how]}`, changes: [stopOf(run, own)] }
    const told = await door.acceptEdit(asServer(`Camera ${letter}`), productionId, edit)
    if (!told.ok) throw new Error(told.error.says)
  }
  return nextMs
}

/** No camera records for longer: who did not stop it forgot to. */
const LONGEST_RUN_MS = 86_400_000
const isOver = (startedAt: string, boxMs: number) => Date.parse(startedAt) < boxMs - LONGEST_RUN_MS

/** Whether a linked camera has begun a run that nobody has said the end of: else nothing of the production is read. */
async function someRolls(models: Models, productionId: string, boxMs: number): Promise<boolean> {
  const idsOf = (rows: readonly object[]) => rows.map((row) => (row as { id: string }).id)
  const linked = idsOf(await models.camera.findAll({ where: { productionId, tellsItself: true }, attributes: ['id'], raw: true })) // prettier-ignore
  if (linked.length === 0) return false
  const began = { [Op.gte]: new Date(boxMs - LONGEST_RUN_MS) }
  const runs = idsOf(await models.run.findAll({ where: { productionId, cameraId: linked, startedAt: began }, attributes: ['id'], raw: true })) // prettier-ignore
  if (runs.length === 0) return false
  const stops = await models.runStop.findAll({ where: { runId: runs }, attributes: ['runId'], raw: true })
  const stopped = new Set(stops.map((stop) => (stop as unknown as { runId: string }).runId))
  return runs.some((id) => !stopped.has(id))
}

async function loggedAt({ serverModels }: Deps, productionId: string, seq: number): Promise<number | null> {
  const logged = await serverModels.edit.findOne({ where: { productionId, seq }, attributes: ['at'], raw: true })
  return logged && new Date((logged as unknown as { at: string | Date }).at).getTime()
}

const SAYS: Readonly<Record<OwnStop['how'], string>> = { 'by itself': 'stopped by itself', 'card full': 'card full' }

function stopOf(run: RunState, { atMs, how }: OwnStop) {
  const at = new Date(atMs).toISOString()
  const frames = Math.floor(((atMs - Date.parse(run.start.at)) / 1000) * framesPerSecond(run.rate))
  const timecode = addFrames(run.start.timecode, frames, run.rate)
  return createRecord(
    'runStop',
    {
      runId: asId<'run'>(run.id),
      timecode: timecode.ok ? timecode.value : run.start.timecode,
      how,
      happenedAt: at,
      deviceAt: at,
    },
    asId<'runStop'>(uuidv5('what stopped', run.id)),
  )
}

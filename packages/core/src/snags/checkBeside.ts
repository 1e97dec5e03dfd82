import {
  allRows,
  type DayPlan,
  dayPlans,
  forUnit,
  lacksWater,
  placeOfShot,
  type ShotsRow,
  waterOf,
} from '../day/index.ts'
import { byId, type Camera, type Production, updateRecord } from '../records/index.ts'
import type { Finding, Fix } from './finding.ts'
import { fixesThatHold, nameOfItem, noWorse, otherPlaces } from './waysOut.ts'

const camerasOf = (production: Production, row: ShotsRow): readonly string[] =>
  row.shotIds.flatMap((id) => byId(production.shot, id)?.cameraId ?? [])

/** Pairs of entries of different units that are on at once and want one camera. */
function clashes(production: Production, plan: DayPlan) {
  const rows = allRows(plan).filter((row) => row.kind === 'shots')
  return rows.flatMap((a, i) =>
    rows.slice(i + 1).flatMap((b) => {
      if (a.startMin >= b.endMin || b.startMin >= a.endMin) return []
      const own = camerasOf(production, b)
      const id = camerasOf(production, a).find((one) => own.includes(one))
      const camera = byId(production.camera, id)
      return camera ? [{ a, b, camera }] : []
    }),
  )
}

/** Is one camera wanted by two units at once? */
export function checkCamerasBeside(production: Production): Finding[] {
  return dayPlans(production).flatMap((plan) => {
    const found = plan.beside.length === 0 ? [] : clashes(production, plan)
    const name = (row: ShotsRow) => nameOfItem(production, production.orderItem[row.itemId]!)
    // An entry is told of once, with all that it is on with.
    return [...new Set(found.map(({ b }) => b))].map((b): Finding => {
      const own = found.filter((one) => one.b === b)
      const { camera } = own[0]!
      const { text } = plan.clock
      const at = Math.max(Math.min(...own.map(({ a }) => a.startMin)), b.startMin)
      return {
        check: 'order.camera-in-two-units',
        severity: 'stop',
        stage: 'order',
        rule: null,
        about: { kind: 'orderItem', id: b.itemId },
        says: `Camera ${camera.letter} is wanted for ${own.map(({ a }) => name(a)).join(', ')} and ${name(b)} of two units at ${text(at)} on ${plan.day.title}.`,
        evidence: [...own.map(({ a }) => a), b].map((row) => ({ label: name(row), value: `${text(row.startMin)}–${text(row.endMin)}`, unit: '', from: plan.day.title })), // prettier-ignore
        fixes: [...otherCameras(production, plan, b, camera), ...otherTimes(production, plan, b)],
      }
    })
  })
}

/** The later entry on a camera that nobody has then. */
function otherCameras(production: Production, plan: DayPlan, row: ShotsRow, taken: Camera): Fix[] {
  const shots = row.shotIds.flatMap((id) => byId(production.shot, id) ?? []).filter((s) => s.cameraId === taken.id)
  const busy = new Set(
    allRows(plan).flatMap((other) =>
      other.kind === 'shots' && other.startMin < row.endMin && row.startMin < other.endMin
        ? camerasOf(production, other)
        : [],
    ),
  )
  return Object.values(production.camera)
    .filter((camera) => !camera.lineCut && !busy.has(camera.id))
    .slice(0, 2)
    .map((camera) => ({
      says: `${shots.map((shot) => shot.code).join(', ')} on camera ${camera.letter}`,
      changes: shots.map((shot) => updateRecord('shot', shot.id, { cameraId: camera.id, modeId: null })),
    }))
}

/** The later entry elsewhere in its unit's order. */
function otherTimes(production: Production, plan: DayPlan, row: ShotsRow): Fix[] {
  const item = production.orderItem[row.itemId]
  if (!item) return []
  const own = forUnit(plan, item.unitId)
  const before = clashes(production, plan).length
  return fixesThatHold(
    production,
    own,
    otherPlaces(production, own, item),
    (after) => clashes(production, after).length < before && noWorse(after, own),
  )
}

/** Are shots tied to a water that no table has for their day? Told once for a place. */
export function checkWaters(production: Production): Finding[] {
  const lacking = dayPlans(production).flatMap((plan) =>
    allRows(plan).flatMap((row) =>
      (row.kind === 'shots' ? row.shotIds : []).flatMap((id) => {
        const shot = byId(production.shot, id)
        if (!shot || !lacksWater(production, plan.sky, plan.place, shot)) return []
        return [{ shot, plan, placeId: placeOfShot(production, shot, plan.place) }]
      }),
    ),
  )
  return [...new Set(lacking.map(({ placeId }) => placeId))].map((placeId): Finding => {
    const own = lacking.filter((one) => one.placeId === placeId)
    const place = byId(production.place, placeId)?.name ?? ''
    const codes = own.map(({ shot }) => shot.code)
    const days = [...new Set(own.map(({ plan }) => plan.day))]
    return {
      check: 'order.water-unknown',
      severity: 'stop',
      stage: 'scout',
      rule: null,
      about: { kind: 'place', id: placeId },
      says: `${codes.join(', ')} ${codes.length === 1 ? 'is' : 'are'} tied to the water at ${place}, and no tide table has it for ${days.map((day) => day.title).join(', ')}: whether ${codes.length === 1 ? 'it is' : 'they are'} in time cannot be told.`,
      evidence: own.map(({ shot, plan }) => ({ label: `${waterOf(shot)!} water for ${shot.code}`, value: 'not known', unit: '', from: `tides of ${place}, ${plan.day.date}` })), // prettier-ignore
      fixes: [],
    }
  })
}

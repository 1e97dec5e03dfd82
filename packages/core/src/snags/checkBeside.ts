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
  return dayPlans(production).flatMap((plan) =>
    plan.beside.length === 0
      ? []
      : clashes(production, plan).map(({ a, b, camera }): Finding => {
          const [first, second] = [a, b].map((row) => nameOfItem(production, production.orderItem[row.itemId]!)) as [string, string] // prettier-ignore
          const { text } = plan.clock
          return {
            check: 'order.camera-in-two-units',
            severity: 'stop',
            stage: 'order',
            rule: null,
            about: { kind: 'orderItem', id: b.itemId },
            says: `Camera ${camera.letter} is wanted for ${first} and ${second} of two units at ${text(Math.max(a.startMin, b.startMin))} on ${plan.day.title}.`,
            evidence: [
              { label: first, value: `${text(a.startMin)}–${text(a.endMin)}`, unit: '', from: plan.day.title },
              { label: second, value: `${text(b.startMin)}–${text(b.endMin)}`, unit: '', from: plan.day.title },
            ],
            fixes: [...otherCameras(production, plan, b, camera), ...otherTimes(production, plan, b)],
          }
        }),
  )
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

/** Is a shot tied to a water that no table has for its day? */
export function checkWaters(production: Production): Finding[] {
  return dayPlans(production).flatMap((plan) =>
    allRows(plan).flatMap((row) => {
      if (row.kind !== 'shots') return []
      return row.shotIds.flatMap((id): Finding[] => {
        const shot = byId(production.shot, id)
        const water = shot && waterOf(shot)
        if (!shot || !water || !lacksWater(production, plan.sky, plan.place, shot)) return []
        const placeId = placeOfShot(production, shot, plan.place)
        const place = byId(production.place, placeId)?.name ?? plan.place.name
        return [
          {
            check: 'order.water-unknown',
            severity: 'stop',
            stage: 'scout',
            rule: null,
            about: { kind: 'place', id: placeId },
            says: `${shot.code} is tied to ${water} water at ${place}, and no tide table has one for ${plan.day.title}: whether it is in time cannot be told.`,
            evidence: [{ label: `${water} water`, value: 'not known', unit: '', from: `tides of ${place}, ${plan.day.date}` }], // prettier-ignore
            fixes: [],
          },
        ]
      })
    }),
  )
}

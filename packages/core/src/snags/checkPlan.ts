import { sayFault, spotPlan, type SpotPlan } from '../place/index.ts'
import { updateRecord, asId, type CameraPosition, type Mark, type Production, type Setup } from '../records/index.ts'
import { lineCrossing, reflections, type Seen } from '../room/index.ts'
import { letter, mirrorSights, ofSetup, planCamera, shotOfPosition, unwanted } from '../setup/index.ts'
import type { Finding, Fix } from './finding.ts'

/** Do walls cross, and does what is on them fit? */
export function checkSpots(production: Production): Finding[] {
  return Object.values(production.spot).flatMap((spot) => {
    const plan = spotPlan(production, spot)
    // Walls that are wrong are one finding with one way out, however often they cross; the plan shows every place.
    const ofWalls = plan.faults.find((fault) => !('id' in fault))
    const faults = plan.faults.filter((fault) => 'id' in fault || fault === ofWalls)
    return faults.map((fault): Finding => {
      const { says, at } = sayFault(plan, fault)
      const id = 'id' in fault ? fault.id : spot.id
      return {
        check: `scout.${fault.code}`,
        severity: 'watch',
        stage: 'scout',
        rule: null,
        about: { kind: 'id' in fault ? 'fitting' : 'spot', id },
        says: `${spot.name}: ${says}`,
        evidence: [
          {
            label: 'where',
            value: at ? `${at.xM.toFixed(2)} m, ${at.yM.toFixed(2)} m` : spot.name,
            unit: '',
            from: 'across, down',
          },
        ],
        fixes:
          'id' in fault
            ? fault.code === 'beyond-wall'
              ? slideIn(plan, id, fault.wallM)
              : []
            : [
                {
                  says: `Make ${spot.name} four walls of ${spot.widthM} × ${spot.depthM} m`,
                  changes: [updateRecord('spot', spot.id, { outline: [] })],
                },
              ],
      }
    })
  })
}

function slideIn(plan: SpotPlan, id: string, wallM: number): Fix[] {
  const thing = plan.fittings.find((f) => f.id === id)!
  const widthM = Math.min(thing.widthM, wallM)
  return [
    {
      says: `Slide ${thing.name || thing.type} onto its wall`,
      changes: [
        updateRecord('fitting', asId(id), { widthM, alongM: Math.max(0, Math.min(thing.alongM, wallM - widthM)) }),
      ],
    },
  ]
}

/** Does a camera of a setup stand across the line between two people from the others? */
export function checkLine(production: Production): Finding[] {
  return Object.values(production.setup).flatMap((setup) => {
    const [first, second] = ofSetup(production.mark, setup)
    // Cameras that hold a shot of both people, or of either.
    const positions = ofSetup(production.cameraPosition, setup).filter((p) => shotOfPosition(production, p))
    if (!first || !second || positions.length < 2) return []
    const found = lineCrossing(
      first,
      second,
      positions.map((p) => ({ id: p.id, at: p })),
    )
    return (found?.crossing ?? []).map((id): Finding => {
      const position = production.cameraPosition[id]!
      const name = letter(production, position)
      return {
        check: 'light.camera-across-line',
        severity: 'watch',
        stage: 'light',
        rule: null,
        about: { kind: 'cameraPosition', id },
        says: `In setup ${setup.letter} camera ${name} stands across the line between ${first.name} and ${second.name}: cut with the others, they change sides.`,
        evidence: [
          {
            label: `camera ${name}`,
            value: found!.sides.get(id)!,
            unit: '',
            from: `of the line from ${first.name} to ${second.name}`,
          },
          {
            label: 'the others',
            value: found!.kept,
            unit: '',
            from: `${positions.length - found!.crossing.length} of ${positions.length}`,
          },
        ],
        fixes: [acrossTheLine(position, name, first, second)],
      }
    })
  })
}

/** The camera as far from the line on the other side, looking at the same place. */
function acrossTheLine(position: CameraPosition, name: string, first: Mark, second: Mark): Fix {
  const dx = second.xM - first.xM,
    dy = second.yM - first.yM
  const length2 = dx * dx + dy * dy || 1
  const t = ((position.xM - first.xM) * dx + (position.yM - first.yM) * dy) / length2
  const foot = { xM: first.xM + t * dx, yM: first.yM + t * dy }
  const along = (Math.atan2(dx, -dy) * 180) / Math.PI
  const round = (m: number) => Math.round(m * 100) / 100
  return {
    says: `Move camera ${name} to the other side`,
    changes: [
      updateRecord('cameraPosition', position.id, {
        xM: round(2 * foot.xM - position.xM),
        yM: round(2 * foot.yM - position.yM),
        bearingDeg: Math.round((((2 * along - position.bearingDeg) % 360) + 360) % 360),
      }),
    ],
  }
}

/** Does a mirror show a camera itself, another or a lamp? */
export function checkMirrors(production: Production): Finding[] {
  return Object.values(production.setup).flatMap((setup) => {
    const things = unwanted(production, setup)
    return mirrorSights(production, setup, things).map(({ plan, position, camera, seen }): Finding => {
      const names = seen.map(({ seenId }) =>
        seenId === position.id ? 'itself' : things.find((t) => t.id === seenId)!.name,
      )
      const mirror = plan.mirrors.find((m) => m.id === seen[0]!.mirrorId)!
      return {
        check: 'light.mirror-shows',
        severity: 'watch',
        stage: 'light',
        rule: null,
        about: { kind: 'cameraPosition', id: position.id },
        says: `In setup ${setup.letter} camera ${camera.name} sees ${[...new Set(names)].join(' and ')} in ${mirror.name}.`,
        evidence: seen.map((s) => ({
          label: s.seenId === position.id ? `camera ${camera.name}` : things.find((t) => t.id === s.seenId)!.name,
          value: `at ${s.at.xM.toFixed(1)}, ${s.at.yM.toFixed(1)}`,
          unit: 'm',
          from: `${plan.mirrors.find((m) => m.id === s.mirrorId)!.name}, ${s.wayM.toFixed(1)} m by way of the glass`,
        })),
        fixes: outOfTheMirror(production, setup, plan, position, things),
      }
    })
  })
}

/** The nearest step aside, looking at the same mark, from which the mirrors show nothing; each is tried. */
function outOfTheMirror(
  production: Production,
  setup: Setup,
  plan: SpotPlan,
  position: CameraPosition,
  things: readonly Seen[],
): Fix[] {
  const [mark] = ofSetup(production.mark, setup)
  if (!mark) return []
  const dx = mark.xM - position.xM,
    dy = mark.yM - position.yM
  for (let step = 0.25; step <= 2; step += 0.25)
    for (const way of [1, -1]) {
      // Round the mark, so that the size stays.
      const turn = (way * step) / (Math.hypot(dx, dy) || 1)
      const [c, s] = [Math.cos(turn), Math.sin(turn)]
      const xM = Math.round((mark.xM - (dx * c - dy * s)) * 100) / 100,
        yM = Math.round((mark.yM - (dx * s + dy * c)) * 100) / 100
      const bearingDeg = Math.round(((position.bearingDeg + (turn * 180) / Math.PI) % 360) + 360) % 360
      const moved = { ...position, xM, yM, bearingDeg }
      const own = things.map((t) => (t.id === position.id ? { ...t, at: moved } : t))
      if (reflections([planCamera(production, moved)], plan.mirrors, own).length === 0)
        return [
          {
            says: `Move camera ${letter(production, position)} ${step.toFixed(2)} m round the mark`,
            changes: [updateRecord('cameraPosition', position.id, { xM, yM, bearingDeg })],
          },
        ]
    }
  return []
}

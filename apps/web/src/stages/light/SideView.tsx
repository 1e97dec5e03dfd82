import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { aimedAt, alongWall, extentOf, facing, type PlanPoint, wallsOf } from '@kavrell/core/geometry'
import { isOnWall, spotPlan } from '@kavrell/core/place'
import { asId, type RecordOf, updateRecord } from '@kavrell/core/records'
import { facetOfPanel, ofSetup, standingOf } from '@kavrell/core/setup'
import { asName, lengthText } from '@kavrell/core/text'
import { commitOrSay } from '../../store/production.ts'
import { useProduction, useUnits } from '../../store/selectors.ts'
import { colour, usePlan } from '../../plan/frame.ts'
import { Grip } from '../../plan/Grip.tsx'
import { Plan, type PlanLabel } from '../../plan/Plan.tsx'
import { CameraSign, LampSign } from '../../plan/signs.tsx'
import { Name, Word } from '../../plan/words.tsx'
import { Hint, Tabs } from '../../ui/parts.tsx'

const WAYS = [
  ['near', 'From the foot of the plan'],
  ['right', 'From its right'],
] as const
type Way = (typeof WAYS)[number][0]

/** A place in space as it lies in the drawing: along the plan, and up. */
const seen = (way: Way, at: PlanPoint, heightM: number): PlanPoint => ({
  xM: way === 'near' ? at.xM : -at.yM,
  yM: -heightM,
})

/** Which way something looks in the drawing, 0 up and clockwise, degrees. */
function looks(way: Way, bearingDeg: number, tiltDeg: number): number {
  const [x, y, z] = facing(bearingDeg, tiltDeg)
  return ((Math.atan2(way === 'near' ? x : -y, z) * 180) / Math.PI + 360) % 360
}

/** A setup from the side: what stands how high, and what its lamps, eyes and windows have between them. */
export function SideView({ setup }: { setup: RecordOf<'setup'> }) {
  const production = useProduction()
  const units = useUnits()
  const [way, setWay] = useState<Way>('near')
  const spot = production.spot[setup.spotId]
  if (!spot) return null
  const plan = spotPlan(production, spot)
  const lamps = ofSetup(production.lamp, setup)
  const marks = ofSetup(production.mark, setup)
  const cameras = ofSetup(production.cameraPosition, setup)
  const panels = ofSetup(production.panel, setup)
  const things = [...lamps, ...marks, ...cameras, ...panels]
  const floor = extentOf(plan.outline)
  const [from, to] = way === 'near' ? [floor.leftM, floor.leftM + floor.widthM] : [-(floor.topM + floor.depthM), -floor.topM] // prettier-ignore
  const across = [from, to, ...things.map((t) => seen(way, t, 0).xM)]
  const below = Math.max(0, ...lamps.map((lamp) => standingOf(production, setup, lamp).heightM - lamp.heightM))
  const top = Math.max(spot.outdoors ? 3 : spot.heightM, ...things.map((t) => t.heightM + 0.4))
  const extent = { leftM: Math.min(...across), topM: -top, widthM: Math.max(...across) - Math.min(...across), depthM: top + below } // prettier-ignore
  const labels: PlanLabel[] = [
    ...lamps.map((l, i) => ({ id: l.id, at: seen(way, l, l.heightM), text: `${i + 1} ${l.role} ${lengthText(l.heightM, units)}`, clear: 13 })), // prettier-ignore
    ...marks.map((m) => ({ id: m.id, at: seen(way, m, m.heightM), text: `${asName(m.name)} ${lengthText(m.heightM, units)}`, clear: 10 })), // prettier-ignore
    ...cameras.map((c) => ({ id: c.id, at: seen(way, c, c.heightM), text: `${production.camera[c.cameraId]?.letter ?? ''} ${lengthText(c.heightM, units)}`, clear: 14 })), // prettier-ignore
    ...panels.map((p) => ({ id: p.id, at: seen(way, p, p.heightM), text: p.type, clear: 10 })),
  ]
  const move = (kind: 'lamp' | 'mark' | 'cameraPosition' | 'panel', id: string, name: string) => (at: PlanPoint) => {
    const along = way === 'near' ? { xM: at.xM } : { yM: -at.xM }
    commitOrSay(`Move ${name}`, [updateRecord(kind, asId(id), { ...along, heightM: Math.max(0, Math.round(-at.yM * 100) / 100) })]) // prettier-ignore
  }
  /** What is written beside a thing has its height: it is said so too, and how far along and how high. */
  const where = (thing: PlanPoint & { readonly heightM: number }) =>
    `${lengthText(way === 'near' ? thing.xM : thing.yM, units)} along, ${lengthText(thing.heightM, units)} high`
  const none = { selected: false, onSelect: () => undefined }
  return (
    <Box mt="8px">
      <Flex mb="6px">
        <Tabs label="Seen from" tabs={WAYS} current={way} onChoose={setWay} />
      </Flex>
      <Plan label={`${setup.name} from the side`} extent={extent} labels={labels}>
        <Room way={way} plan={plan} from={from} to={to} heightM={spot.heightM} />
        {panels.map((panel) => (
          <Grip
            key={panel.id}
            kind="panel"
            name={panel.name}
            where={where(panel)}
            {...none}
            at={seen(way, panel, panel.heightM)}
            onMove={move('panel', panel.id, panel.name)}
          >
            {() => <FromTheSide way={way} panel={panel} />}
          </Grip>
        ))}
        {marks.map((mark) => (
          <Grip
            key={mark.id}
            kind="mark"
            name={`${asName(mark.name)} ${lengthText(mark.heightM, units)}`}
            where={where(mark)}
            {...none}
            at={seen(way, mark, mark.heightM)}
            onMove={move('mark', mark.id, mark.name)}
          >
            {({ at }) => (
              <Person
                id={mark.id}
                heightM={-at.yM}
                name={`${asName(mark.name)} ${lengthText(-at.yM, units)}`}
                is={mark.what}
              />
            )}
          </Grip>
        ))}
        {cameras.map((camera) => {
          const name = production.camera[camera.cameraId]?.letter ?? ''
          const aim = aimedAt(camera, camera.bearingDeg, marks)
          const tilt = aim ? (Math.atan2(aim.heightM - camera.heightM, Math.hypot(aim.xM - camera.xM, aim.yM - camera.yM)) * 180) / Math.PI : 0 // prettier-ignore
          return (
            <Grip
              key={camera.id}
              kind="cameraPosition"
              name={`Camera ${name} ${lengthText(camera.heightM, units)}`}
              where={where(camera)}
              {...none}
              at={seen(way, camera, camera.heightM)}
              onMove={move('cameraPosition', camera.id, `camera ${name}`)}
            >
              {({ at }) => (
                <>
                  <Stand heightM={-at.yM} />
                  <CameraSign facingDeg={looks(way, camera.bearingDeg, tilt)} />
                  <Name id={camera.id} weight={700}>{`${name} ${lengthText(-at.yM, units)}`}</Name>
                </>
              )}
            </Grip>
          )
        })}
        {lamps.map((lamp, i) => {
          const stands = standingOf(production, setup, lamp).heightM
          return (
            <Grip
              key={lamp.id}
              kind="lamp"
              name={`Lamp ${i + 1} ${lamp.role} ${lengthText(lamp.heightM, units)}`}
              where={where(lamp)}
              {...none}
              at={seen(way, lamp, lamp.heightM)}
              onMove={move('lamp', lamp.id, lamp.name)}
            >
              {({ at }) => (
                <>
                  <Stand heightM={-at.yM + stands - lamp.heightM} />
                  <LampSign facingDeg={looks(way, lamp.bearingDeg, lamp.tiltDeg)} on={lamp.levelPct > 0} />
                  <Name id={lamp.id} weight={700}>{`${i + 1} ${lamp.role} ${lengthText(-at.yM, units)}`}</Name>
                </>
              )}
            </Grip>
          )
        })}
      </Plan>
      <Hint>
        Drag up and down to change a height, sideways to move it along; arrows do the same. Outside a window a stand
        goes down to the ground that was scouted there.
      </Hint>
    </Box>
  )
}

/** Floor, ceiling, and what opens in the walls across. */
function Room({
  way,
  plan,
  from,
  to,
  heightM,
}: {
  way: Way
  plan: ReturnType<typeof spotPlan>
  from: number
  to: number
  heightM: number
}) {
  const { X, Y, units } = usePlan()
  const walls = wallsOf(plan.outline)
  const { outdoors } = plan.spot
  return (
    <g pointerEvents="none">
      <line x1={X(from)} x2={X(to)} y1={Y(0)} y2={Y(0)} stroke={colour('ink')} strokeWidth={outdoors ? 1.2 : 4} />
      {!outdoors && (
        <path
          d={`M ${X(from)} ${Y(0)} V ${Y(-heightM)} H ${X(to)} V ${Y(0)}`}
          fill="none"
          stroke={colour('ink')}
          strokeWidth={4}
        />
      )}
      {!outdoors && (
        <Word x={X((from + to) / 2)} y={Y(-heightM) - 10} tone="soft">
          {lengthText(heightM, units)}
        </Word>
      )}
      {plan.fittings.filter(isOnWall).map((f) => {
        const wall = walls[f.wall]
        if (!wall) return null
        const ends = [f.alongM, f.alongM + f.widthM].map((m) => seen(way, alongWall(wall, m), 0).xM)
        const [left, right] = [Math.min(...ends), Math.max(...ends)]
        return (
          <rect
            key={f.id}
            x={X(left) - (right - left < 0.05 ? 3 : 0)}
            width={Math.max(6, X(right) - X(left))}
            y={Y(-f.headM)}
            height={Math.max(1, Y(-f.sillM) - Y(-f.headM))}
            fill={f.type === 'window' ? colour('glass') : 'none'}
            fillOpacity={0.35}
            stroke={colour(f.type === 'window' ? 'glass' : 'faint')}
            strokeDasharray={f.type === 'mirror' ? '3 3' : undefined}
          >
            <title>{`${f.name || f.type}, ${lengthText(f.sillM, units)} to ${lengthText(f.headM, units)}`}</title>
          </rect>
        )
      })}
    </g>
  )
}

/** What something stands on. */
function Stand({ heightM }: { heightM: number }) {
  const { scale } = usePlan()
  const foot = heightM * scale
  return (
    <g stroke={colour('faint')} strokeWidth={1.4} pointerEvents="none">
      <line y1={0} y2={foot} />
      <line x1={-6} x2={6} y1={foot} y2={foot} />
    </g>
  )
}

function Person({
  id,
  heightM,
  name,
  is,
}: {
  id: string
  heightM: number
  name: string
  is: RecordOf<'mark'>['what']
}) {
  const { scale } = usePlan()
  const isSomebody = is === 'standing' || is === 'seated'
  return (
    <>
      {isSomebody && (
        <line
          y1={8}
          y2={heightM * scale}
          stroke={colour('ink')}
          strokeWidth={is === 'seated' ? 2 : 3}
          strokeDasharray={is === 'seated' ? '4 3' : undefined}
        />
      )}
      <circle r={8} fill={colour('ink')} stroke={colour('leaf')} strokeWidth={1.5} />
      <Name id={id} weight={700}>
        {name}
      </Name>
    </>
  )
}

/** What was put up, as its edges lie from there. */
function FromTheSide({ way, panel }: { way: Way; panel: RecordOf<'panel'> }) {
  const { scale } = usePlan()
  const at = seen(way, panel, panel.heightM)
  const points = facetOfPanel(panel).corners.map(([x, y, z]) => seen(way, { xM: x, yM: y }, z))
  const stopsLight = panel.type === 'flag' || panel.type === 'black'
  return (
    <>
      <path
        d={`${points.map((p, i) => `${i ? 'L' : 'M'} ${(p.xM - at.xM) * scale} ${(p.yM - at.yM) * scale}`).join(' ')} Z`}
        fill={colour(stopsLight ? 'ink' : 'leaf')}
        fillOpacity={0.6}
        stroke={colour('ink')}
        strokeDasharray={panel.type === 'cloth' ? '4 2' : undefined}
      />
      <Name id={panel.id}>{panel.type}</Name>
    </>
  )
}

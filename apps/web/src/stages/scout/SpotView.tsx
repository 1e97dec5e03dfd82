import { newId } from '../../store/newId.ts'
import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useDeferredValue, useMemo, useRef, useState } from 'react'
import { commit, say } from '../../store/production.ts'
import { useProduction, useRights, useUnits } from '../../store/selectors.ts'
import { DropPictures } from '../../ui/DropPictures.tsx'
import { Picture } from '../../ui/Picture.tsx'
import { RecordField } from '../../ui/RecordField.tsx'
import { Input, Select } from '../../ui/fields.tsx'
import { SnagList } from '../../ui/Snag.tsx'
import { addRecord, takeOut } from '../../ui/addRecord.ts'
import { Button, Hint, Page, Section, Title } from '../../ui/parts.tsx'
import { Sheet } from '../../ui/sheet/Sheet.tsx'
import { type Grabbed, type PlacedCamera, PlanDrawing } from './PlanDrawing.tsx'
import { SunAside, TimeSlider } from './SunAside.tsx'
import { savePicture } from './savePlan.ts'
import {
  alongWall,
  areaM2,
  extentOf,
  type Outline,
  PLAN_STEP_M,
  type PlanPoint,
  snapToPlan,
  wallsOf,
} from '@kavrell/core/geometry'
import { isOnWall, outlineOfSpot, sayFault, socketLoads, spotPlan, sunStudy } from '@kavrell/core/place'
import {
  createRecord,
  updateRecord,
  asId,
  FREE_FITTINGS,
  type PlainChange,
  type RecordOf,
  type Production,
  WALL_FITTINGS,
  byRank,
} from '@kavrell/core/records'
import { lineCrossing, walkWalls } from '@kavrell/core/room'
import { mirrorWays } from '@kavrell/core/setup'
import { lengthText } from '@kavrell/core/text'

type Spot = RecordOf<'spot'>

/** A spot to scale, what is in it, and the sun over it hour by hour. */
export function SpotView({
  spot,
  place,
  date,
  onDate,
}: {
  spot: Spot
  place: RecordOf<'place'>
  date: string
  onDate: (date: string) => void
}) {
  const production = useProduction()
  const units = useUnits()
  const rights = useRights()
  const svg = useRef<SVGSVGElement | null>(null)
  const [selected, setSelected] = useState<Grabbed | null>(null)
  const [minute, setMinute] = useState(15 * 60)
  const shownMinute = useDeferredValue(minute)
  const { fitting } = production
  const plan = useMemo(
    () => spotPlan({ ...production, fitting } as typeof production, spot),
    // The plan follows the spot and what is on it, nothing else.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [spot, fitting],
  )
  const study = useMemo(() => sunStudy(plan, place, date), [plan, place, date])
  const setups = Object.values(production.setup).filter((s) => s.spotId === spot.id)
  const marks = useMemo(
    () =>
      marksOf(
        Object.values(production.mark),
        setups.map((s) => s.id),
      ),
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [production.mark, production.setup, spot.id],
  )
  const { cameras, lines } = useMemo(
    () => stagingOf(production, spot),
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [production.cameraPosition, production.mark, production.setup, production.camera, spot],
  )
  const ways = useMemo(
    () => setups.flatMap((setup) => mirrorWays(production, setup)),
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [production, spot.id],
  )
  const loads = useMemo(() => socketLoads(production, spot), [production, spot])
  const pictures = Object.values(production.picture)
    .filter((p) => p.purpose === 'scout' && p.spotId === spot.id)
    .sort(byRank)
  const pinned = pictures.filter((p) => p.xM !== null && p.yM !== null)
  const chosen = selected?.kind === 'fitting' ? fitting[selected.id] : undefined
  const faults = plan.faults.map((fault) => sayFault(plan, fault).says)

  const save = (label: string, changes: readonly PlainChange[]) => {
    const refused = commit(label, changes)
    if (refused) say(refused, 'stop')
  }
  const move = (thing: Grabbed, to: PlanPoint) => {
    if (thing.kind === 'corner') {
      const outline = plan.outline.map((p, i) => (i === thing.index ? to : p))
      save(`Move corner ${thing.index + 1} of ${spot.name}`, [updateRecord('spot', spot.id, drawn(outline))])
    } else if (thing.kind === 'picture') save('Pin a picture', [updateRecord('picture', asId(thing.id), { ...to })])
    else {
      const f = fitting[thing.id]!
      const fields = isOnWall(f) ? ontoWall(plan.outline, f.widthM, to) : { ...to }
      save(`Move ${f.name || f.type}`, [updateRecord('fitting', f.id, fields)])
    }
  }
  return (
    <Page
      asideWidth="372px"
      aside={
        <>
          <SunAside
            plan={plan}
            place={place}
            study={study}
            date={date}
            minute={shownMinute}
            marks={marks}
            onMinute={setMinute}
          />
          <Pictures spot={spot} pictures={pictures} pinned={pinned} />
        </>
      }
    >
      <Title
        note={`${lengthText(spot.widthM, units)} × ${lengthText(spot.depthM, units)}${spot.outdoors ? ', outdoors' : `, ${lengthText(spot.heightM, units)} high, ${areaM2(outlineOfSpot(spot)).toFixed(0)} m²`}`}
        actions={
          <Flex gap="10px" fontSize="small" fontWeight={600} color="action" align="baseline">
            {(['svg', 'png'] as const).map((format) => (
              <Button
                key={format}
                kind="bare"
                cursor="pointer"
                onClick={() => svg.current && savePicture(svg.current, spot.name, format)}
              >
                {format.toUpperCase()}
              </Button>
            ))}
          </Flex>
        }
      >
        {spot.name}
      </Title>
      <PlanDrawing
        plan={plan}
        marks={marks}
        pictures={pinned}
        cameras={cameras}
        lines={lines}
        ways={ways}
        loads={loads}
        letters={production.setup}
        sun={study.sunAt(shownMinute)}
        patches={study.patchesAt(shownMinute)}
        units={units}
        mayPlan={rights.plan}
        selected={selected}
        onSelect={setSelected}
        onMove={move}
        svg={svg}
      />
      {faults.map((says) => (
        <Text key={says} role="alert" color="stop" fontSize="small" mt="4px">
          {says}
        </Text>
      ))}
      {ways.length > 0 && (
        <Text fontSize="small" color="watch" mt="4px">
          In the glass, dotted: {[...new Set(ways.map((way) => way.says))].join('; ')}.
        </Text>
      )}
      <TimeSlider minute={minute} onMinute={setMinute} date={date} onDate={onDate} place={place} />
      {rights.plan && (
        <DrawTools
          spot={spot}
          chosen={chosen as RecordOf<'fitting'> | undefined}
          onAdded={(id) => setSelected({ kind: 'fitting', id })}
        />
      )}
      <Section title="On the plan">
        <Sheet
          kind="fitting"
          name="Things on the plan"
          rows={plan.fittings as RecordOf<'fitting'>[]}
          selectedId={chosen?.id ?? null}
          onSelect={(id) => setSelected({ kind: 'fitting', id })}
          columns={[
            { field: 'type', head: 'what', width: 80 },
            { field: 'name', head: 'name', width: 120 },
            {
              field: 'wall',
              head: 'wall',
              width: 40,
              align: 'right',
              show: (f) => (isOnWall(f) ? f.wall + 1 : ''),
              text: (f) => String(f.wall + 1),
              read: readWall,
            },
            {
              field: 'alongM',
              head: 'along',
              width: 56,
              align: 'right',
              mono: true,
              show: (f) => (isOnWall(f) ? lengthText(f.alongM, units) : ''),
            },
            { field: 'widthM', head: 'width', width: 56, align: 'right', mono: true },
            { field: 'sillM', head: 'sill', width: 52, align: 'right', mono: true },
            { field: 'headM', head: 'head', width: 52, align: 'right', mono: true },
            { field: 'groundBelowM', head: 'ground below', width: 84, align: 'right', mono: true },
            { field: 'circuitId', head: 'circuit', width: 96 },
            { field: 'note', head: 'notes', width: 150 },
          ]}
        />
      </Section>
      <SnagList
        about={(s) => s.about.id === spot.id || plan.fittings.some((f) => f.id === s.about.id)}
        title="Snags of this plan"
      />
    </Page>
  )
}

const readWall = (typed: string) => {
  const n = Number(typed.trim())
  return Number.isInteger(n) && n >= 1 && n <= 60
    ? ({ ok: true, fields: { wall: n - 1 } } as const)
    : ({ ok: false, says: 'A wall has a number, counted from the upper one clockwise, such as 1.' } as const)
}

/** The marks of all setups in a spot, one of those that lie on one another. */
const marksOf = (marks: readonly RecordOf<'mark'>[], setupIds: readonly string[]): RecordOf<'mark'>[] =>
  marks
    .filter((m) => setupIds.includes(m.setupId))
    .filter((m, i, all) => all.findIndex((o) => Math.hypot(o.xM - m.xM, o.yM - m.yM) < 0.3) === i)

/** Cameras of the setups in a spot, the line between the first two people of each, and who stands across it. */
function stagingOf(production: Production, spot: Spot): { cameras: PlacedCamera[]; lines: [PlanPoint, PlanPoint][] } {
  const byAge = (a: { id: string }, b: { id: string }) => (a.id < b.id ? -1 : 1)
  const lines: [PlanPoint, PlanPoint][] = []
  const cameras = Object.values(production.setup)
    .filter((setup) => setup.spotId === spot.id)
    .flatMap((setup): PlacedCamera[] => {
      const [first, second] = Object.values(production.mark)
        .filter((m) => m.setupId === setup.id)
        .sort(byAge)
      const positions = Object.values(production.cameraPosition).filter((p) => p.setupId === setup.id)
      const found =
        first && second
          ? lineCrossing(
              first,
              second,
              positions.map((p) => ({ id: p.id, at: p })),
            )
          : null
      if (first && second) {
        const [dx, dy] = [second.xM - first.xM, second.yM - first.yM]
        lines.push([
          { xM: first.xM - dx * 0.6, yM: first.yM - dy * 0.6 },
          { xM: second.xM + dx * 0.6, yM: second.yM + dy * 0.6 },
        ])
      }
      return positions.map((p) => ({
        id: p.id,
        name: `${setup.letter} ${production.camera[p.cameraId]?.letter ?? ''}`,
        at: p,
        bearingDeg: p.bearingDeg,
        side: found?.sides.get(p.id) ?? null,
        across: found?.crossing.includes(p.id) ?? false,
      }))
    })
  return { cameras, lines }
}

/** What a spot keeps of its walls. */
function drawn(outline: Outline) {
  const { widthM, depthM } = extentOf(outline)
  return { outline: outline.map((p): [number, number] => [p.xM, p.yM]), widthM, depthM }
}

/** The wall nearest to a point, and how far along it something of a width is put. */
function ontoWall(
  outline: ReturnType<typeof outlineOfSpot>,
  widthM: number,
  to: PlanPoint,
): { wall: number; alongM: number } {
  const found = wallsOf(outline)
    .map((wall) => {
      const ux = (wall.to.xM - wall.from.xM) / (wall.lengthM || 1),
        uy = (wall.to.yM - wall.from.yM) / (wall.lengthM || 1)
      const along = Math.min(wall.lengthM, Math.max(0, (to.xM - wall.from.xM) * ux + (to.yM - wall.from.yM) * uy))
      const foot = alongWall(wall, along)
      return { wall, along, away: Math.hypot(foot.xM - to.xM, foot.yM - to.yM) }
    })
    .sort((a, b) => a.away - b.away)[0]!
  const alongM = Math.max(0, Math.min(found.along - widthM / 2, found.wall.lengthM - widthM))
  return { wall: found.wall.index, alongM: Math.round(snapToPlan(alongM) * 1000) / 1000 }
}

/** Walls typed as they are walked, things added, a room copied. */
function DrawTools({
  spot,
  chosen,
  onAdded,
}: {
  spot: Spot
  chosen: RecordOf<'fitting'> | undefined
  onAdded: (id: string) => void
}) {
  const { fitting } = useProduction()
  const units = useUnits()
  const [walls, setWalls] = useState('')
  const [says, setSays] = useState<string | null>(null)
  const draw = () => {
    const walked = walkWalls(walls, units)
    if (!walked.ok) {
      setSays(
        walked.error.code === 'not-a-length'
          ? `“${walked.error.word}” is no length. Type lengths in turn, l or r for the corners: 6.2 4 6.2`
          : 'Two walls at least: 6.2 4',
      )
      return
    }
    const refused = commit(`Draw the walls of ${spot.name}`, [updateRecord('spot', spot.id, drawn(walked.value))])
    setSays(refused)
    if (!refused) setWalls('')
  }
  const add = (type: string) => {
    const outline = outlineOfSpot(spot)
    const high = {
      mirror: { sillM: 0.3, headM: 2 },
      door: { sillM: 0, headM: 2.05, widthM: 0.9 },
      obstacle: { sillM: 0, headM: 4, widthM: 3, depthM: 3 },
    }[type as 'door']
    const id = addRecord('fitting', `Add a ${type}`, {
      spotId: spot.id,
      type: type as RecordOf<'fitting'>['type'],
      name: '',
      xM: snapToPlan(outline.reduce((s, p) => s + p.xM, 0) / outline.length),
      yM: snapToPlan(outline.reduce((s, p) => s + p.yM, 0) / outline.length),
      ...high,
    })
    if (id) onAdded(id)
  }
  const copyRoom = () => {
    const { id: _id, version: _v, ...fields } = spot
    const id = newId()
    const refused = commit(`Copy ${spot.name}`, [
      createRecord('spot', { ...fields, name: `${spot.name} copy` }, asId(id)),
      ...Object.values(fitting)
        .filter((f) => f.spotId === spot.id)
        .map(({ id: _f, version: _w, ...own }): PlainChange =>
          createRecord('fitting', { ...own, spotId: asId(id) }, newId()),
        ),
    ])
    if (refused) say(refused, 'stop')
    else say(`${spot.name} copied with everything on its plan.`, 'info', true)
  }
  return (
    <Box mt="12px">
      <Flex gap="8px" align="center" wrap="wrap">
        <Input
          aria-label="Walls as you walk them"
          placeholder={units === 'feet' ? `Walls as you walk: 20' 13'` : 'Walls as you walk: 6.2 4 l 2 r 3'}
          w="230px"
          value={walls}
          onChange={(e) => setWalls(e.target.value)}
          onKeyDown={(e) => {
            if (e.key === 'Enter') draw()
          }}
        />
        <Select aria-label="Add to the plan" w="160px" value="" onChange={(e) => add(e.target.value)}>
          <option value="">Add to the plan</option>
          {[...(spot.outdoors ? [] : WALL_FITTINGS), ...FREE_FITTINGS].map((type) => (
            <option key={type} value={type}>
              {type}
            </option>
          ))}
        </Select>
        <Button onClick={copyRoom}>Copy this room</Button>
        <Button onClick={() => drawCorners(spot)}>Draw its corners</Button>
        {chosen && (
          <Button kind="stop" onClick={() => takeOut('fitting', chosen.id, chosen.name || chosen.type)}>
            Remove {chosen.name || chosen.type}
          </Button>
        )}
      </Flex>
      {says && (
        <Text role="alert" color="stop" fontSize="small" mt="4px">
          {says}
        </Text>
      )}
      <Grid templateColumns="repeat(4, 1fr)" gap="8px" mt="8px" maxW="640px">
        <RecordField kind="spot" id={spot.id} field="name" />
        <RecordField kind="spot" id={spot.id} field="heightM" />
        <RecordField kind="spot" id={spot.id} field="upBearingDeg" />
        <RecordField kind="spot" id={spot.id} field="outdoors" />
      </Grid>
      <Hint>
        Drag what is on the plan, or take it with Tab and move it by {PLAN_STEP_M * 100} cm with the arrows, ten times
        as far with Shift.
      </Hint>
    </Box>
  )
}

/** Four walls become corners that can be taken and moved. */
function drawCorners(spot: Spot): void {
  if (spot.outline.length >= 3) return
  const refused = commit(`Draw the corners of ${spot.name}`, [
    updateRecord('spot', spot.id, { outline: outlineOfSpot(spot).map((p): [number, number] => [p.xM, p.yM]) }),
  ])
  if (refused) say(refused, 'stop')
}

function Pictures({
  spot,
  pictures,
  pinned,
}: {
  spot: Spot
  pictures: readonly RecordOf<'picture'>[]
  pinned: readonly RecordOf<'picture'>[]
}) {
  const rights = useRights()
  const pin = (picture: RecordOf<'picture'>) => {
    const refused = commit('Pin a picture to the plan', [
      updateRecord('picture', picture.id, { xM: snapToPlan(spot.widthM / 2), yM: snapToPlan(spot.depthM / 2) }),
    ])
    if (refused) say(refused, 'stop')
  }
  return (
    <Section title="Seen there">
      <Flex gap="6px" wrap="wrap" mb="8px">
        {pictures.map((p) => {
          const at = pinned.indexOf(p)
          return (
            <Box key={p.id} position="relative">
              <Picture picture={p} width={84} height={58} />
              {at >= 0 ? (
                <Box
                  position="absolute"
                  top="4px"
                  left="4px"
                  bg="#15212b"
                  color="white"
                  fontSize="tiny"
                  fontWeight={700}
                  px="5px"
                >
                  {at + 1}
                </Box>
              ) : (
                rights.plan && (
                  <Button kind="quiet" onClick={() => pin(p)}>
                    Pin it
                  </Button>
                )
              )}
            </Box>
          )
        })}
      </Flex>
      {rights.plan && (
        <DropPictures given={{ purpose: 'scout', spotId: spot.id }}>
          Drop or take photographs of {spot.name}
        </DropPictures>
      )}
    </Section>
  )
}

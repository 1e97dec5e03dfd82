import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { newId } from '../../store/newId.ts'
import { commit, say, commitOrSay } from '../../store/production.ts'
import { useParts, useRights, useUnits } from '../../store/selectors.ts'
import { RecordField } from '../../ui/RecordField.tsx'
import { addRecord, takeOut } from '../../ui/addRecord.ts'
import { Input, Select } from '../../ui/fields.tsx'
import { Button, Hint } from '../../ui/parts.tsx'
import { nameOnceMeasured } from '@kavrell/core/beginnings'
import { APART_M, extentOf, freePlace, freeStretch, type Outline, PLAN_STEP_M, wallsOf } from '@kavrell/core/geometry'
import { SURFACES_INSIDE, SURFACES_OUTSIDE } from '@kavrell/core/litRoom'
import { isOnWall, outlineOfSpot } from '@kavrell/core/place'
import {
  asId,
  blank,
  createRecord,
  FREE_FITTINGS,
  type PlainChange,
  type RecordOf,
  updateRecord,
  WALL_FITTINGS,
} from '@kavrell/core/records'
import { walkWalls } from '@kavrell/core/room'
import { lengthText } from '@kavrell/core/text'

type Spot = RecordOf<'spot'>
type Size = Partial<Pick<RecordOf<'fitting'>, 'sillM' | 'headM' | 'widthM' | 'depthM'>>

/** How large what is added is at first, where that is not what a fitting begins with. */
const ADDED: Readonly<Record<string, Size>> = {
  mirror: { sillM: 0.3, headM: 2 },
  door: { sillM: 0, headM: 2.05, widthM: 0.9 },
  obstacle: { sillM: 0, headM: 4, widthM: 3, depthM: 3 },
  'inner wall': { sillM: 0, headM: 2.7, widthM: 2, depthM: 0.1 },
  'fixed lamp': { sillM: 0, headM: 2.5 },
  'roof window': { widthM: 0.8, depthM: 1.2 },
}

/** What a spot keeps of its walls. */
export function drawn(outline: Outline) {
  const { widthM, depthM } = extentOf(outline)
  return { outline: outline.map((p): [number, number] => [p.xM, p.yM]), widthM, depthM }
}

/** Walls typed as they are walked, things added, a room copied. */
export function SpotTools({
  spot,
  chosen,
  onAdded,
}: {
  spot: Spot
  chosen: RecordOf<'fitting'> | undefined
  onAdded: (id: string) => void
}) {
  const { fitting } = useParts('fitting')
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
    const done = commit(`Draw the walls of ${spot.name}`, [
      updateRecord('spot', spot.id, { ...drawn(walked.value), name: nameOnceMeasured(spot.name) }),
    ])
    setSays(done.ok ? null : done.error)
    if (done.ok) setWalls('')
  }
  const add = (type: RecordOf<'fitting'>['type']) => {
    const outline = outlineOfSpot(spot)
    const there = Object.values(fitting).filter((f) => f.spotId === spot.id)
    const { leftM, topM, widthM, depthM } = extentOf(outline)
    const high = type === 'inner wall' ? { ...ADDED[type], headM: spot.outdoors ? 2.7 : spot.heightM } : ADDED[type]
    const size = { ...blank('fitting'), ...high }
    // Free of what is there: on its wall, or on the floor.
    const onWalls = there.filter(isOnWall)
    const place = isOnWall({ type })
      ? freeStretch(outline, size.widthM, onWalls)
      : freePlace(
          { xM: leftM + widthM / 2, yM: topM + depthM / 2 },
          there.filter((f) => !isOnWall(f)),
          outline,
          Math.max(APART_M, size.widthM),
        )
    const id = addRecord('fitting', `Add a ${type}`, { spotId: spot.id, type, name: '', ...place, ...high })
    if (id) onAdded(id)
  }
  const copyRoom = () => {
    const { id: _id, version: _v, ...fields } = spot
    const id = newId()
    if (
      commitOrSay(`Copy ${spot.name}`, [
        createRecord('spot', { ...fields, name: `${spot.name} copy` }, asId(id)),
        ...Object.values(fitting)
          .filter((f) => f.spotId === spot.id)
          .map(({ id: _f, version: _w, ...own }): PlainChange =>
            createRecord('fitting', { ...own, spotId: asId(id) }, newId()),
          ),
      ])
    )
      say(`${spot.name} copied with everything on its plan.`, 'info', true)
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
        <Select
          aria-label="Add to the plan"
          w="160px"
          value=""
          onChange={(e) => add(e.target.value as RecordOf<'fitting'>['type'])}
        >
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
      <SurfaceFields spot={spot} />
      {!spot.outdoors && <WallSurfaces spot={spot} />}
      <Hint>
        Drag what is on the plan, or take it with Tab and move it by {PLAN_STEP_M * 100} cm with the arrows, ten times
        as far with Shift.
      </Hint>
    </Box>
  )
}

const SURFACE_WORDS = { wallPct: 'Walls', ceilingPct: 'Ceiling', floorPct: 'Floor or ground' } as const

/** What the surfaces of a spot send back, typed or by what they are made of. */
function SurfaceFields({ spot }: { spot: Spot }) {
  const fields = spot.outdoors ? (['floorPct'] as const) : (['wallPct', 'ceilingPct', 'floorPct'] as const)
  return (
    <Grid templateColumns={{ base: '1fr', md: 'repeat(3, 1fr)' }} gap="8px" mt="8px" maxW="640px">
      {fields.map((field) => (
        <Flex key={field} gap="6px" align="flex-end">
          <Box flex="1">
            <RecordField kind="spot" id={spot.id} field={field} />
          </Box>
          <Select
            aria-label={`${SURFACE_WORDS[field]} made of`}
            w="104px"
            value=""
            onChange={(e) =>
              commitOrSay(`${SURFACE_WORDS[field]} of ${spot.name}`, [
                updateRecord('spot', spot.id, { [field]: Number(e.target.value) }),
              ])
            }
          >
            <option value="">made of …</option>
            {(spot.outdoors ? SURFACES_OUTSIDE : SURFACES_INSIDE).map((surface) => (
              <option key={surface.name} value={surface.reflectancePct}>
                {surface.name}, {surface.reflectancePct} %
              </option>
            ))}
          </Select>
        </Flex>
      ))}
    </Grid>
  )
}

/** Walls that send back otherwise than the rest: by their turn on the plan, from its first corner on. */
function WallSurfaces({ spot }: { spot: Spot }) {
  const rights = useRights()
  const units = useUnits()
  const walls = wallsOf(outlineOfSpot(spot))
  const set = (wall: number, pct: number | null) => {
    const wallsPct = walls.map((_, i) => (i === wall ? pct : (spot.wallsPct[i] ?? null)))
    commitOrSay(`Wall ${wall + 1} of ${spot.name}`, [
      updateRecord('spot', spot.id, { wallsPct: wallsPct.every((own) => own === null) ? [] : wallsPct }),
    ])
  }
  const own = walls.filter(({ index }) => typeof spot.wallsPct[index] === 'number')
  const free = walls.filter(({ index }) => typeof spot.wallsPct[index] !== 'number')
  const name = ({ index, lengthM }: (typeof walls)[number]) => `Wall ${index + 1}, ${lengthText(lengthM, units)}`
  return (
    <Flex gap="8px" mt="6px" align="center" wrap="wrap">
      {own.map((wall) => (
        <Flex key={wall.index} gap="4px" align="center">
          <Text>
            {name(wall)}: {spot.wallsPct[wall.index]} %
          </Text>
          <Select
            aria-label={`${name(wall)} made of`}
            w="104px"
            value=""
            disabled={!rights.plan}
            onChange={(e) => set(wall.index, e.target.value === 'rest' ? null : Number(e.target.value))}
          >
            <option value="">made of …</option>
            <option value="rest">as the rest</option>
            {SURFACES_INSIDE.map((surface) => (
              <option key={surface.name} value={surface.reflectancePct}>
                {surface.name}, {surface.reflectancePct} %
              </option>
            ))}
          </Select>
        </Flex>
      ))}
      {rights.plan && free.length > 0 && (
        <Select
          aria-label="A wall that is otherwise"
          w="190px"
          value=""
          onChange={(e) => set(Number(e.target.value), spot.wallPct)}
        >
          <option value="">One wall otherwise …</option>
          {free.map((wall) => (
            <option key={wall.index} value={wall.index}>
              {name(wall)}
            </option>
          ))}
        </Select>
      )}
    </Flex>
  )
}

/** Four walls become corners that can be taken and moved. */
function drawCorners(spot: Spot): void {
  if (spot.outline.length >= 3) return
  commitOrSay(`Draw the corners of ${spot.name}`, [
    updateRecord('spot', spot.id, { outline: outlineOfSpot(spot).map((p): [number, number] => [p.xM, p.yM]) }),
  ])
}

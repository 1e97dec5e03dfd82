import { Text } from '@chakra-ui/react'
import { useDeferredValue, useMemo, useRef, useState } from 'react'
import { SavePlan } from '../../plan/SavePlan.tsx'
import { commitOrSay } from '../../store/production.ts'
import { useProduction, useRights, useUnits } from '../../store/selectors.ts'
import { SnagList } from '../../ui/Snag.tsx'
import { Page } from '../../ui/Page.tsx'
import { Section, Title } from '../../ui/parts.tsx'
import { Sheet } from '../../ui/sheet/Sheet.tsx'
import { type Grabbed, SpotDrawing } from './SpotDrawing.tsx'
import { SpotPictures } from './SpotPictures.tsx'
import { drawn, SpotTools } from './SpotTools.tsx'
import { NoSun, SunAside, TimeSlider } from './SunAside.tsx'
import { type ReadFields } from '../../ui/sheet/column.ts'
import { fail, ok } from '@kavrell/core/outcome'
import { alongNearestWall, areaM2, type PlanPoint } from '@kavrell/core/geometry'
import { isOnWall, outlineOfSpot, sayFault, socketLoads, spotPlan, sunStudy } from '@kavrell/core/place'
import { asId, byRank, type PlainChange, positionOf, type RecordOf, updateRecord } from '@kavrell/core/records'
import { mirrorWays, staging } from '@kavrell/core/setup'
import { lengthText } from '@kavrell/core/text'

type Spot = RecordOf<'spot'>

/** Nothing is lit and nothing throws a shadow. */
const NO_SUN = { bearingDeg: 0, altitudeDeg: -90 }

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
    () => spotPlan({ ...production, fitting }, spot),
    // The plan follows the spot and what is on it, nothing else.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [spot, fitting],
  )
  const study = useMemo(() => {
    const at = positionOf(place)
    return at && sunStudy(plan, { ...at, timeZone: place.timeZone }, date)
  }, [plan, place, date])
  const setups = Object.values(production.setup).filter((s) => s.spotId === spot.id)
  const staged = useMemo(
    () => staging(production, spot),
    // Who stands where, nothing else of a production.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [production.cameraPosition, production.mark, production.setup, production.camera, spot],
  )
  const marks = staged.marks as readonly RecordOf<'mark'>[]
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
    commitOrSay(label, changes)
  }
  const move = (thing: Grabbed, to: PlanPoint) => {
    if (thing.kind === 'corner') {
      const outline = plan.outline.map((p, i) => (i === thing.index ? to : p))
      save(`Move corner ${thing.index + 1} of ${spot.name}`, [updateRecord('spot', spot.id, drawn(outline))])
    } else if (thing.kind === 'picture') save('Pin a picture', [updateRecord('picture', asId(thing.id), { ...to })])
    else {
      const f = fitting[thing.id]!
      const fields = isOnWall(f) ? alongNearestWall(plan.outline, f.widthM, to) : { ...to }
      save(`Move ${f.name || f.type}`, [updateRecord('fitting', f.id, fields)])
    }
  }
  return (
    <Page
      asideWidth={372}
      aside={
        <>
          {study ? (
            <SunAside
              plan={plan}
              place={place}
              study={study}
              date={date}
              minute={shownMinute}
              marks={marks}
              onMinute={setMinute}
            />
          ) : (
            <NoSun place={place} />
          )}
          <SpotPictures spot={spot} pictures={pictures} pinned={pinned} />
        </>
      }
    >
      <Title
        note={`${lengthText(spot.widthM, units)} × ${lengthText(spot.depthM, units)}${spot.outdoors ? ', outdoors' : `, ${lengthText(spot.heightM, units)} high, ${areaM2(outlineOfSpot(spot)).toFixed(0)} m²`}`}
        actions={<SavePlan svg={svg} name={spot.name} />}
      >
        {spot.name}
      </Title>
      <SpotDrawing
        plan={plan}
        staged={staged}
        pictures={pinned}
        ways={ways}
        loads={loads}
        letters={production.setup}
        sun={study?.sunAt(shownMinute) ?? NO_SUN}
        patches={study?.patchesAt(shownMinute) ?? []}
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
      {rights.plan && <SpotTools spot={spot} chosen={chosen} onAdded={(id) => setSelected({ kind: 'fitting', id })} />}
      <Section title="On the plan">
        <Sheet
          kind="fitting"
          name="Things on the plan"
          rows={plan.fittings}
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
            { field: 'openPct', head: 'open %', width: 60, align: 'right', mono: true },
            { field: 'curtainStops', head: 'curtain', width: 62, align: 'right', mono: true },
            { field: 'hiddenPct', head: 'sky hidden', width: 74, align: 'right', mono: true },
            { field: 'lumens', head: 'lamp lm', width: 66, align: 'right', mono: true },
            { field: 'cctK', head: 'colour K', width: 66, align: 'right', mono: true },
            { field: 'throws', head: 'shines', width: 78 },
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

const readWall = (typed: string): ReadFields => {
  const n = Number(typed.trim())
  return Number.isInteger(n) && n >= 1 && n <= 60
    ? ok({ wall: n - 1 })
    : fail('A wall has a number, counted from the upper one clockwise, such as 1.')
}

import { Box, Flex, Text } from '@chakra-ui/react'
import { addressOf, ENDPOINTS } from '@kavrell/contract'
import { useMemo, useRef, useState } from 'react'
import { usePreviewed } from '../../store/preview.ts'
import { timeZoneHere } from '../../store/here.ts'
import { newId } from '../../store/newId.ts'
import { commitOrSay, useProductionStore } from '../../store/production.ts'
import { useProduction, useRights, useUnits } from '../../store/selectors.ts'
import { nextLetter } from '../../ui/addRecord.ts'
import { Select } from '../../ui/fields.tsx'
import { Page } from '../../ui/Page.tsx'
import { PaperLink } from '../../ui/PaperLink.tsx'
import { Button, Empty, SetupLetter } from '../../ui/parts.tsx'
import { useChosen } from '../../ui/useChosen.ts'
import { useRibbonRow } from '../../ui/useRibbonRow.ts'
import { LightAside } from './LightAside.tsx'
import { SavePlan } from '../../plan/SavePlan.tsx'
import { LightLegend } from './LightLayer.tsx'
import type { PlanDaylight } from './LightLayer.tsx'
import { LightPlan } from './LightPlan.tsx'
import type { Thing } from './LightThings.tsx'
import { Selected } from './Selected.tsx'
import { SetupWork } from './SetupWork.tsx'
import { copySetup } from './copySetup.ts'
import { addMark, placeCamera } from './placing.ts'
import { firstSetup, LIGHT_PATTERNS, lightPattern } from '@kavrell/core/beginnings'
import { lightScale, setupDifference } from '@kavrell/core/light'
import type { Production, RecordOf } from '@kavrell/core/records'
import {
  isTooDark,
  lampsOfSetup,
  luxWanted,
  readSetup,
  type SetupReading,
  skyOfSetup,
  stageOfSetup,
  worstShot,
} from '@kavrell/core/setup'
import { exposureError, lengthText, lux, stopName } from '@kavrell/core/text'

/** Is it bright enough? */
export function LightScreen() {
  const production = useProduction()
  const rights = useRights()
  const setups = Object.values(production.setup).sort((a, b) => a.letter.localeCompare(b.letter))
  const [chosen, setChosen] = useChosen()
  const [selected, setSelected] = useState<Thing | null>(null)
  useRibbonRow((row) => {
    setChosen(row.setupId)
    setSelected(null)
  })
  const setup =
    setups.find((s) => s.id === chosen) ??
    setups.find((s) => readSetup(production, s).shots.some(isTooDark)) ??
    setups[0]
  const add = () => {
    const letter = nextLetter(setups.map((s) => s.letter))
    const { id, changes } = firstSetup(
      production,
      { letter, colour: setups.length % 10, timeZone: timeZoneHere() },
      newId,
    )
    if (commitOrSay(`Add setup ${letter}`, changes)) setChosen(id)
  }
  if (!setup)
    return (
      <Empty says="A setup is lamps, marks and cameras on the plan of a spot; it tells the stop you will get.">
        {rights.plan && (
          <Button kind="main" onClick={add}>
            Add a setup
          </Button>
        )}
      </Empty>
    )
  return (
    <Box>
      <Flex gap="4px" mb="12px" align="center" wrap="wrap">
        <Flex gap="4px" wrap="wrap" role="tablist" aria-label="Setups">
          {setups.map((s) => (
            <Button
              kind="bare"
              key={s.id}
              display="inline-flex"
              alignItems="center"
              gap="6px"
              py="3px"
              pr="8px"
              borderBottom="2px solid"
              borderColor={s.id === setup.id ? 'action' : 'transparent'}
              fontWeight={s.id === setup.id ? 700 : 400}
              role="tab"
              aria-selected={s.id === setup.id}
              onClick={() => {
                setChosen(s.id)
                setSelected(null)
              }}
            >
              <SetupLetter letter={s.letter} colour={s.colour} />
              {s.name}
            </Button>
          ))}
        </Flex>
        {rights.plan && (
          <Flex ml="auto" gap="6px">
            <Button onClick={() => setChosen(copySetup(production, setup))}>Make another from {setup.letter}</Button>
            <Button kind="main" onClick={add}>
              Add setup
            </Button>
          </Flex>
        )}
      </Flex>
      <Setup key={setup.id} setup={setup} selected={selected} onSelect={setSelected} />
    </Box>
  )
}

function Setup({
  setup,
  selected,
  onSelect,
}: {
  setup: RecordOf<'setup'>
  selected: Thing | null
  onSelect: (thing: Thing | null) => void
}) {
  const kept = useProduction()
  // A way out that is pointed at is drawn as it would be.
  const production = usePreviewed(kept)
  const rights = useRights()
  const units = useUnits()
  const reading = readSetup(production, setup)
  const lamps = reading.lamps as RecordOf<'lamp'>[]
  const spot = production.spot[setup.spotId]!
  const parent = setup.parentId ? production.setup[setup.parentId] : undefined
  const svg = useRef<SVGSVGElement | null>(null)
  const productionId = useProductionStore((st) => st.productionId)
  // The map is read from the shot that is worst off: where its line is, that shot would be right.
  const worst = worstShot(reading)
  const wanted = worst ? luxWanted(worst) : null
  const scale = useMemo(() => lightScale(wanted), [wanted])
  const heightM = reading.marks[0]?.mark.heightM ?? 1.5
  const [hour, setHour] = useState(0)
  const daylight = useDaylight(production, setup, reading, hour)
  const pointed = useRef<HTMLParagraphElement | null>(null)
  const difference = parent ? setupDifference(lampsOfSetup(production, parent.id), lamps, units) : null
  return (
    <Page
      asideWidth={400}
      aside={
        <LightAside
          setup={setup}
          spot={spot}
          reading={readSetup(kept, setup)}
          selectedId={selected?.id}
          onSelect={onSelect}
        />
      }
    >
      <Flex align="baseline" gap="10px" mb="8px" wrap="wrap">
        <SetupLetter letter={setup.letter} colour={setup.colour} size={26} />
        <Text as="h1" fontSize="title" fontWeight={700}>
          {setup.name}
        </Text>
        <Text color="soft">
          {spot.name}, build {setup.buildMin} min
          {parent && difference
            ? `, from ${parent.letter}: ${difference.says.slice(0, 3).join(', ') || 'nothing changed'}`
            : ''}
        </Text>
      </Flex>
      <LightPlan
        production={production}
        setup={setup}
        lamps={lamps}
        scale={scale}
        selected={selected}
        onSelect={onSelect}
        onPoint={(at) => {
          // Written past React: a pointer moves more often than a screen is worth drawing.
          if (pointed.current) pointed.current.textContent = at === null ? '' : sayPointed(at, wanted)
        }}
        daylight={daylight}
        svg={svg}
      />
      <Flex align="center" gap="4px 10px" mt="6px" fontSize="note" color="soft" wrap="wrap">
        <LightLegend
          scale={scale}
          says={`${worst && wanted ? `stops from ${stopName(worst.shot.tStop)} of ${worst.shot.code}` : 'lux'}, at ${lengthText(heightM, units)}`}
        />
        {reading.hours.length > 1 && <Hours reading={reading} hour={hour} onChoose={setHour} />}
        <Text ref={pointed} fontFamily="mono" color="ink" minW="150px" />
        <Text ml="auto">1 square = {units === 'feet' ? "3'" : '1 m'}</Text>
      </Flex>
      <Flex align="center" mt="2px" fontSize="note" color="faint" wrap="wrap" gap="4px 12px">
        <Text>Drag to move, the dot to turn; arrows, Q E, + and − on a lamp. Ctrl and the wheel come nearer.</Text>
        <Flex ml="auto" gap="14px" align="baseline">
          <SavePlan svg={svg} name={`${setup.letter} ${setup.name}`} />
          <PaperLink href={addressOf(ENDPOINTS.lightPlansPdf, { productionId: productionId! })}>
            All setups on paper
          </PaperLink>
        </Flex>
      </Flex>
      {rights.plan && lamps.length === 0 && reading.marks.length === 0 && <Patterns setup={setup} />}
      {rights.plan && (
        <Flex gap="8px" mt="12px" wrap="wrap">
          <Button
            onClick={() => {
              const id = addMark(production, setup, spot, reading.marks)
              if (id) onSelect({ kind: 'mark', id })
            }}
          >
            Add mark
          </Button>
          {Object.values(production.camera)
            .filter(
              (c) =>
                !Object.values(production.cameraPosition).some((p) => p.setupId === setup.id && p.cameraId === c.id),
            )
            .slice(0, 4)
            .map((c) => (
              <Button
                key={c.id}
                onClick={() => {
                  const id = placeCamera(production, setup, spot, c)
                  if (id) onSelect({ kind: 'cameraPosition', id })
                }}
              >
                Place camera {c.letter}
              </Button>
            ))}
        </Flex>
      )}
      {selected && <Selected thing={selected} setup={setup} onGone={() => onSelect(null)} />}
      <SetupWork setup={setup} reading={readSetup(kept, setup)} />
    </Page>
  )
}

/** What the map says under the pointer: no colour has to be read for it. */
const sayPointed = (at: number, wanted: number | null) =>
  `${lux(at)}${wanted && at > 0 ? `, ${exposureError(Math.log2(at / wanted))}` : ''}`

/** Sun and windows on the map at one of the setup's hours; null where no daylight is read. */
function useDaylight(
  production: Production,
  setup: RecordOf<'setup'>,
  { hours }: SetupReading,
  hour: number,
): PlanDaylight | null {
  const utcMs = (hours[hour] ?? hours[0])?.moment.utcMs
  return useMemo(() => {
    const sky = utcMs === undefined ? null : skyOfSetup(production, setup, utcMs)
    if (!sky) return null
    const isOut = production.spot[setup.spotId]?.outdoors === true
    return { sun: sky.sun, shining: isOut ? null : stageOfSetup(production, setup, { skyCdM2: sky.windowCdM2 }) }
  }, [production, setup, utcMs])
}

/** Which hour of the order the map shows. */
const Hours = ({
  reading: { hours },
  hour,
  onChoose,
}: {
  reading: SetupReading
  hour: number
  onChoose: (hour: number) => void
}) => (
  <Select aria-label="Hour of the map" value={hour} w="150px" onChange={(e) => onChoose(Number(e.target.value))}>
    {hours.map(({ moment }, i) => (
      <option key={moment.utcMs} value={i}>
        {moment.shown}
      </option>
    ))}
  </Select>
)

/** Patterns of light to start an empty setup from. */
function Patterns({ setup }: { setup: RecordOf<'setup'> }) {
  const production = useProduction()
  return (
    <Flex gap="8px" mt="12px" wrap="wrap" align="center">
      <Text color="soft">Begin with</Text>
      {LIGHT_PATTERNS.map((pattern) => (
        <Button
          key={pattern.name}
          onClick={() =>
            commitOrSay(`Begin with ${pattern.name.toLowerCase()}`, lightPattern(production, setup.id, pattern, newId))
          }
        >
          {pattern.name}
        </Button>
      ))}
    </Flex>
  )
}

import { Box, Flex, Text, useBreakpointValue } from '@chakra-ui/react'
import { addressOf, ENDPOINTS } from '@kavrell/contract'
import { type PackedCase, type PackedThing, type Packing as Packed, packingOf, type Way } from '@kavrell/core/packing'
import { createRecord, lastRank, rankBetween } from '@kavrell/core/records'
import { counted } from '@kavrell/core/text'
import { useMemo, useState } from 'react'
import { newId } from '../../store/newId.ts'
import { commitOrSay, say } from '../../store/production.ts'
import { remember, remembered } from '../../store/remember.ts'
import { useProduction, useRights } from '../../store/selectors.ts'
import { addRecord, nextNumbered } from '../../ui/addRecord.ts'
import { Page } from '../../ui/Page.tsx'
import { PaperLink } from '../../ui/PaperLink.tsx'
import { Answer, Button, Empty, Section, Tabs } from '../../ui/parts.tsx'
import { ScanLabel } from '../../ui/ScanLabel.tsx'
import { useChosen } from '../../ui/useChosen.ts'
import { useDay } from '../../ui/useDay.ts'
import { CasePanel } from './CasePanel.tsx'
import { CaseRows } from './CaseRows.tsx'
import { InNoCase } from './InNoCase.tsx'
import { LoadKeys } from './LoadKeys.tsx'
import { tickThings } from './logPacking.ts'
import { OnCharge } from './OnCharge.tsx'
import { ThisVehicle } from './ThisVehicle.tsx'
import { VehicleSide } from './VehicleSide.tsx'

const WAYS = [
  ['out', 'Way out'],
  ['back', 'Way back'],
] as const

/** Is everything in its case, and is each case where it comes out first when it is wanted first? */
export function Packing() {
  const production = useProduction()
  const rights = useRights()
  const { day, dayPlan } = useDay()
  const [way, setWay] = useState<Way>(() => (remembered('packing.way') === 'back' ? 'back' : 'out'))
  const packing = useMemo(() => (day ? packingOf(production, day.id, way) : null), [production, day, way])
  const cases = packing ? [...packing.vehicles.flatMap((one) => one.cases), ...packing.onTheFloor] : []
  const [chosenId, choose] = useChosen()
  const isWide = useBreakpointValue({ base: false, lg: true }, { ssr: false })
  if (!day || !packing) return <Empty says="A day says when things are wanted: plan one in Order, and what it needs is packed for it here." /> // prettier-ignore
  const addCase = () =>
    addRecord('kitCase', 'Add a case', {
      label: nextNumbered('', Object.values(production.kitCase).map(({ label }) => label)), // prettier-ignore
      vehicleId: packing.vehicles[0]?.vehicle.id ?? null,
      rank: rankBetween(lastRank(Object.values(production.kitCase)), null),
    })
  const addVehicle = () =>
    addRecord('vehicle', 'Add a vehicle', {
      name: packing.vehicles.length === 0 ? 'Van' : `Vehicle ${packing.vehicles.length + 1}`,
      rank: rankBetween(lastRank(Object.values(production.vehicle)), null),
    })
  const listLabels = () =>
    commitOrSay(
      'List the cases that things go in',
      packing.unknownLabels.map((label) =>
        createRecord('kitCase', { label, vehicleId: packing.vehicles[0]?.vehicle.id ?? null }, newId()),
      ),
    )
  const look = (next: Way) => {
    remember('packing.way', next)
    setWay(next)
  }
  const scanned = (id: string) => {
    const found = scannedIn(cases, id)
    if (!found) return say('That label is of nothing that goes in a case on this day.', 'stop')
    choose(found.packed.record.id)
    if (found.thing && rights.log && found.thing.seen !== 'in') tickThings(day.id, way, [found.thing], 'in')
  }
  const chosen = cases.find(({ record }) => record.id === chosenId) ?? null
  // On a phone a case fills the screen: it is packed one after the other.
  if (chosen && !isWide) {
    const next = cases[cases.indexOf(chosen) + 1]
    return (
      <>
        <Flex gap="8px" mb="12px" align="center">
          <Button onClick={() => choose(null)}>All cases</Button>
          <Text color="soft" ml="auto">
            {day.title}, way {way}
          </Text>
        </Flex>
        <CasePanel packed={chosen} day={day} way={way} vehicles={production.vehicle} />
        <Box mb="8px">
          <ScanLabel onThing={scanned} />
        </Box>
        {next && (
          <Button w="100%" onClick={() => choose(next.record.id)}>
            Next: {next.record.label}
          </Button>
        )}
      </>
    )
  }
  return (
    <Page
      asideWidth={380}
      aside={
        <>
          {chosen && <CasePanel packed={chosen} day={day} way={way} vehicles={production.vehicle} />}
          <InNoCase packing={packing} onList={rights.plan ? listLabels : undefined} />
        </>
      }
    >
      <Flex align="center" gap="12px" wrap="wrap" mb="8px">
        <Tabs label="Which way" tabs={WAYS} current={way} onChoose={look} />
        <Text color="soft">{day.title}</Text>
        <PaperLink ml="auto" href={addressOf(ENDPOINTS.packingListPdf, { productionId: production.production.id })}>
          On paper
        </PaperLink>
        {rights.plan && (
          <Flex gap="8px">
            <Button onClick={addCase}>Add a case</Button>
            <Button onClick={addVehicle}>Add a vehicle</Button>
          </Flex>
        )}
      </Flex>
      <Says packing={packing} way={way} />
      {dayPlan && <LoadKeys plan={dayPlan} way={way} />}
      <Box mt="8px" display={{ base: 'block', md: 'none' }}>
        <ScanLabel onThing={scanned} />
      </Box>
      {packing.vehicles.map((loaded) => (
        <Section
          key={loaded.vehicle.id}
          title={
            <>
              {loaded.vehicle.name}{' '}
              <Text as="span" color="soft" fontWeight={400} fontSize="body">
                {sayWeight(loaded.kg, loaded.unweighed, loaded.vehicle.carriesKg)}
              </Text>
            </>
          }
          actions={rights.plan && <ThisVehicle id={loaded.vehicle.id} name={loaded.vehicle.name} />}
        >
          <VehicleSide loaded={loaded} chosenId={chosenId} onChoose={choose} />
          <CaseRows cases={loaded.cases} chosenId={chosenId} onChoose={choose} isNumbered />
        </Section>
      ))}
      {packing.onTheFloor.length > 0 && (
        <Section title="In no vehicle">
          <CaseRows cases={packing.onTheFloor} chosenId={chosenId} onChoose={choose} />
        </Section>
      )}
      {way === 'out' && <OnCharge day={day} />}
      {cases.length === 0 && (
        <Box mt="14px">
          <Text color="soft" maxW="560px">
            Things have cases, cases go in vehicles. What is wanted last goes in first; what was seen in its case is
            ticked, on any phone, out and back.
          </Text>
        </Box>
      )}
    </Page>
  )
}

/** The case that a scanned label is of, or the case in which the thing goes that it is of. */
function scannedIn(cases: readonly PackedCase[], id: string): { packed: PackedCase; thing: PackedThing | null } | null {
  for (const packed of cases) {
    if (packed.record.id === id) return { packed, thing: null }
    const thing = packed.things.find((one) => one.id === id)
    if (thing) return { packed, thing }
  }
  return null
}

function sayWeight(kg: number, unweighed: number, carriesKg: number | null): string {
  const weighs = `${unweighed > 0 ? 'at least ' : ''}${Math.round(kg)}${carriesKg === null ? '' : ` of ${carriesKg}`} kg`
  const unknown = unweighed > 0 ? `, ${counted(unweighed, 'thing')} not weighed` : ''
  return `${weighs}${unknown}`
}

/** The answer: what is in no case, else how many were seen. That all are there is said only if somebody saw each. */
function Says({ packing, way }: { packing: Packed; way: Way }) {
  const { loose, of, there } = packing
  const homeless = loose.reduce((sum, { count }) => sum + count, 0)
  const cases: readonly PackedCase[] = [...packing.vehicles.flatMap((one) => one.cases), ...packing.onTheFloor]
  const gone = cases.flatMap((one) => one.things).filter(({ seen }) => seen === 'not here')
  if (of === 0) return <Answer tone="soft">Nothing is listed that could be packed</Answer>
  if (way === 'out' && homeless > 0)
    return (
      <Answer tone="watch">
        {homeless} of {counted(of, 'thing')} {homeless === 1 ? 'is' : 'are'} in no case yet
      </Answer>
    )
  if (gone.length > 0)
    return (
      <Answer tone={way === 'back' ? 'stop' : 'watch'}>
        {gone.map(({ name }) => name).join(', ')} {gone.length === 1 ? 'is' : 'are'} not here
      </Answer>
    )
  if (there < of)
    return (
      <Answer>
        {there} of {counted(of, 'thing')} {way === 'out' ? 'seen in their cases' : 'seen to be back'}
      </Answer>
    )
  return (
    <Answer tone="safe">
      All {of} things were seen {way === 'out' ? 'in their cases' : 'to be back'}
    </Answer>
  )
}

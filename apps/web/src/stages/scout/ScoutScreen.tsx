import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import type { RecordOf } from '@kavrell/contract'
import { minuteOfDay, sunDay, type SunCrossing } from '@kavrell/core/sun'
import { useProduction, useRights, useUnits } from '../../store/selectors.ts'
import { addRecord, removeRecord } from '../../ui/addRecord.ts'
import { clock } from '../../ui/format.ts'
import { Answer, Button, Empty, Hint, Page, Reading, Section, Title } from '../../ui/parts.tsx'
import { RecordField } from '../../ui/RecordField.tsx'
import { Sheet } from '../../ui/sheet/Sheet.tsx'
import { SnagList } from '../../ui/Snag.tsx'
import { useChosen } from '../../ui/useChosen.ts'
import { useDay } from '../../ui/useDay.ts'

/** Can we work here, and when is there light? */
export function ScoutScreen() {
  const { place } = useProduction()
  const rights = useRights()
  const places = Object.values(place).sort((a, b) => (a.id < b.id ? -1 : 1))
  const [chosen, setChosen] = useChosen()
  const current = places.find((p) => p.id === chosen) ?? places[0]
  const add = () =>
    setChosen(
      addRecord('place', 'Add a place', {
        timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone || 'Europe/London',
      }),
    )
  if (!current)
    return (
      <Empty says="Walk the place and write down what a crew needs to know: where it is, its power, its hours.">
        {rights.plan && (
          <Button kind="main" onClick={add}>
            Add a place
          </Button>
        )}
      </Empty>
    )
  return (
    <Page aside={<Sun place={current} />} asideWidth="320px">
      <Title
        note={current.address}
        actions={
          rights.plan && (
            <Button kind="main" onClick={add}>
              Add a place
            </Button>
          )
        }
      >
        {current.name}
      </Title>
      {places.length > 1 && (
        <Flex gap="14px" mb="12px" role="tablist" aria-label="Places">
          {places.map((p) => (
            <Box
              asChild
              key={p.id}
              fontWeight={p.id === current.id ? 700 : 400}
              borderBottom="2px solid"
              borderColor={p.id === current.id ? 'action' : 'transparent'}
            >
              <button type="button" role="tab" aria-selected={p.id === current.id} onClick={() => setChosen(p.id)}>
                {p.name}
              </button>
            </Box>
          ))}
        </Flex>
      )}
      <Fields key={current.id} place={current} />
    </Page>
  )
}

function Fields({ place }: { place: RecordOf<'place'> }) {
  const { circuit, spot } = useProduction()
  const units = useUnits()
  const rights = useRights()
  const field = (name: string, rows?: number) => <RecordField kind="place" id={place.id} field={name} rows={rows} />
  const byAge = (a: { id: string }, b: { id: string }) => (a.id < b.id ? -1 : 1)
  return (
    <>
      <Grid templateColumns={{ base: '1fr 1fr', md: 'repeat(4, 1fr)' }} gap="10px">
        {field('name')}
        <Box gridColumn={{ md: 'span 3' }}>{field('address')}</Box>
        {field('latitudeDeg')}
        {field('longitudeDeg')}
        {field('timeZone')}
        <Grid templateColumns="1fr 1fr" gap="8px">
          {field('opensMin')}
          {field('closesMin')}
        </Grid>
      </Grid>
      <Section title="Power">
        <Sheet
          kind="circuit"
          name="Circuits"
          rows={Object.values(circuit)
            .filter((c) => c.placeId === place.id)
            .sort(byAge)}
          onAdd={() => addRecord('circuit', 'Add a circuit', { placeId: place.id })}
          columns={[
            { field: 'name', head: 'circuit', width: '180px' },
            { field: 'ratingA', head: 'rating, A', width: '80px', align: 'right', mono: true },
            { field: 'otherLoadW', head: 'already on it, W', width: '120px', align: 'right', mono: true },
            { field: 'otherLoadNote', head: 'what that is', width: '260px' },
          ]}
        />
      </Section>
      <Section title="Spots">
        <Sheet
          kind="spot"
          name="Spots"
          rows={Object.values(spot)
            .filter((s) => s.placeId === place.id)
            .sort(byAge)}
          onAdd={() => addRecord('spot', 'Add a spot', { placeId: place.id })}
          columns={[
            { field: 'name', head: 'room or area', width: '160px' },
            {
              field: 'widthM',
              head: `width, ${units === 'feet' ? 'ft' : 'm'}`,
              width: '70px',
              align: 'right',
              mono: true,
            },
            {
              field: 'depthM',
              head: `depth, ${units === 'feet' ? 'ft' : 'm'}`,
              width: '70px',
              align: 'right',
              mono: true,
            },
            {
              field: 'heightM',
              head: `height, ${units === 'feet' ? 'ft' : 'm'}`,
              width: '70px',
              align: 'right',
              mono: true,
            },
            { field: 'outdoors', head: 'outdoors', width: '70px' },
            { field: 'note', head: 'notes', width: 'minmax(260px, 1fr)' },
          ]}
        />
      </Section>
      <Section title="Can we work here?">
        <Grid templateColumns={{ base: '1fr', md: '1fr 1fr' }} gap="10px">
          {field('directions')}
          {field('parking')}
          {field('noise')}
          {field('shelter')}
          {field('hospital')}
          {field('hazards')}
        </Grid>
      </Section>
      {rights.plan && (
        <Box mt="16px">
          <Button kind="stop" onClick={() => removeRecord('place', place.id, place.name)}>
            Remove this place
          </Button>
        </Box>
      )}
    </>
  )
}

function Sun({ place }: { place: RecordOf<'place'> }) {
  const { day } = useDay()
  const date = day?.date ?? '2026-06-21'
  const sun = sunDay(date, place.latitudeDeg, place.longitudeDeg, place.timeZone)
  const at = (ms: number | null) => (ms === null ? 'never' : clock(minuteOfDay(ms, date, place.timeZone)))
  const span = (c: SunCrossing): [string, string] =>
    c.kind === 'above-all-day'
      ? ['stays above', 'stays above']
      : c.kind === 'below-all-day'
        ? ['stays below', 'stays below']
        : [at(c.upMs), at(c.downMs)]
  const { rise, civil, goldenHigh } = sun.crossings
  const [up, down] = span(rise),
    [dawn, dusk] = span(civil),
    [high, low] = span(goldenHigh)
  return (
    <Box>
      <Answer>
        Sun {up} to {down}
      </Answer>
      <Text color="soft" mb="10px">
        on {date}, {Math.round(sun.noonAltitudeDeg)}° high at {at(sun.noonMs)}
      </Text>
      <Reading name="First light" value={dawn} />
      <Reading name="Golden until" value={high} />
      <Reading name="Golden from" value={low} />
      <Reading name="Last light" value={dusk} />
      <Box mt="10px">
        <Hint>Computed for the coordinates and the day chosen above. Hills, trees and weather are not in it.</Hint>
      </Box>
      <SnagList stage="scout" />
    </Box>
  )
}

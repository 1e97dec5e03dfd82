import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { newId } from '../../store/newId.ts'
import { commitOrSay } from '../../store/production.ts'
import { useOpenSnags, useProduction, useRights, useUnits, useParts } from '../../store/selectors.ts'
import { RecordField } from '../../ui/RecordField.tsx'
import { SnagList } from '../../ui/Snag.tsx'
import { addRecord, takeOut } from '../../ui/addRecord.ts'
import { Page } from '../../ui/Page.tsx'
import { Answer, Button, Section, Title } from '../../ui/parts.tsx'
import { Sheet } from '../../ui/sheet/Sheet.tsx'
import { Tides } from './Tides.tsx'
import { driveBetween, journeyBetween } from '@kavrell/core/day'
import { firstRollsOf, loadingOf, loadOutsOf, loadTimesOf } from '@kavrell/core/packing'
import { createRecord, type RecordOf, updateRecord } from '@kavrell/core/records'

/** What makes a place workable: written down once, asked for only where the plan needs it. */
export function PlaceFacts({ place }: { place: RecordOf<'place'> }) {
  const { circuit, spot, noiseSource } = useParts('circuit', 'spot', 'noiseSource')
  const units = useUnits()
  const rights = useRights()
  const gaps = useOpenSnags().filter((s) => s.about.id === place.id && s.check.startsWith('scout.'))
  const field = (name: string, grows = false) => (
    <RecordField kind="place" id={place.id} field={name} rows={1} grows={grows} />
  )
  const byAge = (a: { id: string }, b: { id: string }) => (a.id < b.id ? -1 : 1)
  const ft = units === 'feet' ? 'ft' : 'm'
  return (
    <Page
      asideWidth={320}
      aside={
        <>
          <Answer size="24px" tone={gaps.length === 0 ? 'ink' : 'watch'}>
            {gaps.length === 0
              ? 'Nothing that the plan needs is missing here'
              : `${gaps.length === 1 ? 'One thing' : `${gaps.length} things`} the plan needs ${gaps.length === 1 ? 'is' : 'are'} not known here`}
          </Answer>
          <SnagList about={(s) => s.about.id === place.id} title="" />
        </>
      }
    >
      <Title note={place.address}>{place.name}</Title>
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
      <Section title="Can we work here?">
        <Grid templateColumns={{ base: '1fr', md: 'repeat(3, 1fr)' }} gap="10px">
          {(
            [
              'directions',
              'parking',
              'vanAccess',
              'toilets',
              'shelter',
              'food',
              'lockable',
              'others',
              'phoneSignal',
              'permission',
              'hospital',
              'hazards',
            ] as const
          ).map((name) => (
            <Box key={name}>{field(name, true)}</Box>
          ))}
        </Grid>
      </Section>
      <Section title="Power">
        <Sheet
          kind="circuit"
          name="Circuits"
          rows={Object.values(circuit)
            .filter((c) => c.placeId === place.id)
            .sort(byAge)}
          onAdd={() => addRecord('circuit', 'Add a circuit', { placeId: place.id })}
          columns={[
            { field: 'name', head: 'circuit', width: 180 },
            { field: 'ratingA', head: 'rating, A', width: 80, align: 'right', mono: true },
            { field: 'otherLoadW', head: 'already on it, W', width: 120, align: 'right', mono: true },
            { field: 'otherLoadNote', head: 'what that is', width: 260 },
          ]}
        />
      </Section>
      <Ways place={place} />
      <Tides place={place} />
      <Section title="Noise">
        {field('noise')}
        <Box mt="8px">
          <Sheet
            kind="noiseSource"
            name="Noise sources"
            rows={Object.values(noiseSource)
              .filter((n) => n.placeId === place.id)
              .sort((a, b) => a.fromMin - b.fromMin)}
            onAdd={() => addRecord('noiseSource', 'Add a noise', { placeId: place.id })}
            columns={[
              { field: 'name', head: 'what is heard', width: 200 },
              { field: 'fromMin', head: 'from', width: 70, mono: true },
              { field: 'toMin', head: 'until', width: 70, mono: true },
              { field: 'note', head: 'notes', width: 300 },
            ]}
          />
        </Box>
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
            { field: 'name', head: 'room or area', width: 160 },
            { field: 'widthM', head: `width, ${ft}`, width: 70, align: 'right', mono: true },
            { field: 'depthM', head: `depth, ${ft}`, width: 70, align: 'right', mono: true },
            { field: 'heightM', head: `height, ${ft}`, width: 70, align: 'right', mono: true },
            { field: 'outdoors', head: 'outdoors', width: 70 },
            { field: 'upBearingDeg', head: 'top faces', width: 70, align: 'right', mono: true },
            { field: 'note', head: 'notes', width: 220, grow: true },
          ]}
        />
      </Section>
      {rights.plan && (
        <Box mt="16px">
          <Button kind="stop" onClick={() => takeOut('place', place.id, place.name)}>
            Remove this place
          </Button>
        </Box>
      )}
    </Page>
  )
}

const LOAD_FIELDS = { in: 'loadInMin', out: 'loadOutMin' } as const
/** A first take that is later than planned by more than this has a reason. */
const LATE_MIN = 10

/** What it takes to come here and to leave, and to drive to every other place. */
function Ways({ place }: { place: RecordOf<'place'> }) {
  const production = useParts('place', 'journey', 'production', 'day', 'packTick', 'loading')
  const rights = useRights()
  const whole = useProduction()
  const { moveMin, driveKmh, id } = production.production
  const others = Object.values(production.place)
    .filter((other) => other.id !== place.id)
    .sort((a, b) => a.name.localeCompare(b.name))
  const keep = (other: RecordOf<'place'>, minutes: number) =>
    commitOrSay(`The way from ${place.name} to ${other.name}`, [
      createRecord('journey', { fromPlaceId: place.id, toPlaceId: other.id, minutes }, newId()),
    ])
  return (
    <Section title="Coming and leaving">
      <Grid templateColumns={{ base: '1fr 1fr', md: 'repeat(4, 1fr)' }} gap="10px">
        <RecordField kind="place" id={place.id} field="loadInMin" />
        <RecordField kind="place" id={place.id} field="loadOutMin" />
        <RecordField kind="place" id={place.id} field="settleMin" />
        <RecordField kind="place" id={place.id} field="doorWideCm" />
        <RecordField kind="place" id={place.id} field="doorHighCm" />
        <RecordField kind="place" id={place.id} field="rampKg" />
        {others.length > 0 && <RecordField kind="production" id={id} field="driveKmh" />}
      </Grid>
      {firstRollsOf(whole, place.id)
        .slice(0, 3)
        .map(({ day, tookMin, plannedMin }) => {
          const more = tookMin - plannedMin
          return (
            <Flex key={day.id} gap="10px" align="center" mt="4px" data-first-roll={day.title}>
              <Text color={more > LATE_MIN ? 'watch' : undefined}>
                The first take of {day.title} began {tookMin} min after the call; the order had planned {plannedMin}{' '}
                min.
              </Text>
              {rights.plan && more > LATE_MIN && (
                <Button
                  kind="word"
                  onClick={() =>
                    commitOrSay(`Load in at ${place.name}`, [
                      updateRecord('place', place.id, { loadInMin: place.loadInMin + more }),
                    ])
                  }
                >
                  Plan {place.loadInMin + more} min to load in
                </Button>
              )}
            </Flex>
          )
        })}
      {(['in', 'out'] as const).flatMap((way) =>
        loadTimesOf(production, place.id, way)
          .slice(0, 3)
          .map(({ day, minutes }) => (
            <Flex key={way + day.id} gap="10px" align="center" mt="4px" data-load-time={way}>
              <Text>
                Loading {way} took {minutes} min on {day.title}, by the keys in Packing.
              </Text>
              {rights.plan && minutes !== place[LOAD_FIELDS[way]] && (
                <Button
                  kind="word"
                  onClick={() =>
                    commitOrSay(`Load ${way} at ${place.name}`, [
                      updateRecord('place', place.id, { [LOAD_FIELDS[way]]: minutes }),
                    ])
                  }
                >
                  Plan {minutes} min
                </Button>
              )}
            </Flex>
          )),
      )}
      {loadOutsOf(production, place.id)
        .filter(({ day }) => loadingOf(production, day.id, place.id, 'out').minutes === null)
        .slice(0, 3)
        .map(({ day, minutes, ticks }) => (
          <Flex key={day.id} gap="10px" align="center" mt="4px" data-load-out={day.title}>
            <Text>
              Loading out took {minutes} min on {day.title}, by {ticks} ticks on the way back.
            </Text>
            {rights.plan && minutes > 0 && minutes !== place.loadOutMin && (
              <Button
                kind="word"
                onClick={() =>
                  commitOrSay(`Load out at ${place.name}`, [updateRecord('place', place.id, { loadOutMin: minutes })])
                }
              >
                Plan {minutes} min
              </Button>
            )}
          </Flex>
        ))}
      {place.loadOutMin > 0 && place.loadOutMin < place.loadInMin && (
        <Text color="watch" mt="4px">
          Out usually takes longer than in: everybody is tired, and everything is counted.
        </Text>
      )}
      {others.map((other) => {
        const known = journeyBetween(production, place.id, other.id)
        const drive = driveBetween(place, other, driveKmh)
        return (
          <Flex
            key={other.id}
            gap="10px"
            align="center"
            py="6px"
            borderBottom="1px solid"
            borderColor="line"
            wrap="wrap"
          >
            <Text minW="140px" fontWeight={600}>
              to {other.name}
            </Text>
            {known ? (
              <>
                <Box w="110px">
                  <RecordField kind="journey" id={known.id} field="minutes" />
                </Box>
                <Box flex="1" minW="140px">
                  <RecordField kind="journey" id={known.id} field="note" />
                </Box>
                {rights.plan && (
                  <Button kind="quiet" onClick={() => takeOut('journey', known.id, `the way to ${other.name}`)}>
                    As the house rule
                  </Button>
                )}
              </>
            ) : (
              <>
                <Text color="soft">{moveMin} min, by the house rule</Text>
                {rights.plan && <Button onClick={() => keep(other, moveMin)}>Type its own</Button>}
                {rights.plan && drive && (
                  <Button onClick={() => keep(other, drive.minutes)}>
                    {drive.minutes} min: about {drive.km < 10 ? drive.km.toFixed(1) : Math.round(drive.km)} km of road
                    at {driveKmh} km/h
                  </Button>
                )}
              </>
            )}
          </Flex>
        )
      })}
    </Section>
  )
}

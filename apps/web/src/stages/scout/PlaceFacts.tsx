import { Box, Grid } from '@chakra-ui/react'
import { useOpenSnags, useRights, useUnits, useParts } from '../../store/selectors.ts'
import { RecordField } from '../../ui/RecordField.tsx'
import { SnagList } from '../../ui/Snag.tsx'
import { addRecord, takeOut } from '../../ui/addRecord.ts'
import { Page } from '../../ui/Page.tsx'
import { Answer, Button, Section, Title } from '../../ui/parts.tsx'
import { Sheet } from '../../ui/sheet/Sheet.tsx'
import type { RecordOf } from '@kavrell/core/records'

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
      <Section title="Noise">
        {field('noise')}
        <Box mt="8px">
          <Sheet
            kind="noiseSource"
            name="Noises"
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

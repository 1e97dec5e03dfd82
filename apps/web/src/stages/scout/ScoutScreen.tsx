import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { timeZoneHere } from '../../store/here.ts'
import { useRights, useParts } from '../../store/selectors.ts'
import { Select } from '../../ui/fields.tsx'
import { addRecord } from '../../ui/addRecord.ts'
import { Button, Empty, Tabs } from '../../ui/parts.tsx'
import { useChosen } from '../../ui/useChosen.ts'
import { useDay } from '../../ui/useDay.ts'
import { PlaceFacts } from './PlaceFacts.tsx'
import { SpotView } from './SpotView.tsx'

/** Can we work here, and when is there light? A place by its facts, its spots to scale. */
export function ScoutScreen() {
  const { place, spot } = useParts('place', 'spot')
  const rights = useRights()
  const { day } = useDay()
  const [moved, setMoved] = useState<string | null>(null)
  const [chosen, setChosen] = useChosen()
  const places = Object.values(place).sort((a, b) => (a.id < b.id ? -1 : 1))
  const chosenSpot = chosen ? spot[chosen] : undefined
  const current = place[chosenSpot?.placeId ?? chosen ?? ''] ?? place[day?.placeId ?? ''] ?? places[0]
  const add = () => setChosen(addRecord('place', 'Add a place', { timeZone: timeZoneHere() }))
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
  const spots = Object.values(spot)
    .filter((s) => s.placeId === current.id)
    .sort((a, b) => (a.id < b.id ? -1 : 1))
  return (
    <Box>
      <Flex gap="12px 16px" align="flex-start" justify="space-between" wrap={{ base: 'wrap', md: 'nowrap' }}>
        <Select aria-label="Place" w="190px" value={current.id} onChange={(e) => setChosen(e.target.value)}>
          {places.map((p) => (
            <option key={p.id} value={p.id}>
              {p.name}
            </option>
          ))}
        </Select>
        <Box flex={{ base: '1 0 100%', md: 1 }} order={{ base: 1, md: 0 }}>
          <Tabs
            label="Place and spots"
            tabs={[[current.id, 'The place'] as const, ...spots.map((s) => [s.id, s.name] as const)]}
            current={chosenSpot?.id ?? current.id}
            onChoose={setChosen}
          />
        </Box>
        {rights.plan && (
          <Button kind="main" onClick={add}>
            Add a place
          </Button>
        )}
      </Flex>
      {chosenSpot ? (
        <SpotView
          key={chosenSpot.id}
          spot={chosenSpot}
          place={current}
          date={moved ?? day?.date ?? '2026-06-21'}
          onDate={setMoved}
        />
      ) : (
        <PlaceFacts key={current.id} place={current} />
      )}
    </Box>
  )
}

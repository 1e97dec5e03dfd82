import { Grid, Text } from '@chakra-ui/react'
import { useParts } from '../../store/selectors.ts'
import { Bar, Hint, Section } from '../../ui/parts.tsx'
import { circuitLoad } from '@kavrell/core/power'
import type { RecordOf } from '@kavrell/core/records'

/** What the lamps of a setup draw from each circuit of its place, and which are on none. */
export function Power({ setup, lamps }: { setup: RecordOf<'setup'>; lamps: readonly RecordOf<'lamp'>[] }) {
  const production = useParts('production', 'spot', 'circuit')
  const { mainsVolts, circuitHeadroomPct } = production.production
  const placeId = production.spot[setup.spotId]?.placeId
  const circuits = Object.values(production.circuit).filter((c) => c.placeId === placeId)
  if (circuits.length === 0) return null
  const loose = lamps.filter((l) => l.circuitId === null && l.watts > 0)
  return (
    <Section title="Power">
      {circuits.map((c) => {
        const load = circuitLoad(
          c,
          lamps.filter((l) => l.circuitId === c.id),
          mainsVolts,
          circuitHeadroomPct,
        )
        const over = load.headroomA < 0
        return (
          <Grid key={c.id} templateColumns="110px 1fr 130px" gap="10px" py="4px" alignItems="center">
            <Text>
              {c.name}, {c.ratingA} A
            </Text>
            <Bar
              share={load.totalA / c.ratingA}
              limit={circuitHeadroomPct / 100}
              tone={over ? 'watch' : 'action'}
              label={`${load.totalA.toFixed(1)} of ${c.ratingA} A`}
            />
            <Text textAlign="right" color={over ? 'watch' : 'soft'} fontWeight={over ? 700 : 400}>
              {load.totalA.toFixed(1)} A,{' '}
              {over ? `${(-load.headroomA).toFixed(1)} over` : `${load.headroomA.toFixed(1)} left`}
            </Text>
          </Grid>
        )
      })}
      {loose.length > 0 && <Hint>On no circuit: {loose.map((l) => l.name).join(', ')}.</Hint>}
    </Section>
  )
}

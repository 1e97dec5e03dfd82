import { Grid, Text } from '@chakra-ui/react'
import { commitOrSay } from '../../store/production.ts'
import { useParts, useProduction, useRights } from '../../store/selectors.ts'
import { Bar, Button, Hint, Section } from '../../ui/parts.tsx'
import { circuitLoad } from '@kavrell/core/power'
import { asId, type RecordOf, updateRecord } from '@kavrell/core/records'
import { placeOnCircuits } from '@kavrell/core/setup'

/** Puts all lamps of a setup on circuits that carry them, or says that none do. */
function PlugIn({
  setup,
  lamps,
  placeId,
}: {
  setup: RecordOf<'setup'>
  lamps: readonly RecordOf<'lamp'>[]
  placeId: string | undefined
}) {
  const production = useProduction()
  const placed = placeOnCircuits(production, lamps, placeId)
  const { to } = placed
  if (!to)
    return (
      <Hint>
        {placed.isProven
          ? 'No way to share them among these circuits keeps each within the rule'
          : 'No way was found to share them among these circuits'}
        : a generator of {placed.kva.toFixed(1)} kVA would carry them all. A qualified person decides.
      </Hint>
    )
  return (
    <Button
      mt="6px"
      onClick={() =>
        commitOrSay(
          `Plug in setup ${setup.letter}`,
          lamps.flatMap((lamp) => {
            const circuitId = to.get(lamp.id)
            return circuitId && circuitId !== lamp.circuitId
              ? [updateRecord('lamp', lamp.id, { circuitId: asId<'circuit'>(circuitId) })]
              : []
          }),
        )
      }
    >
      Put them on circuits
    </Button>
  )
}

/** What the lamps of a setup draw from each circuit of its place, and which are on none. */
export function Power({ setup, lamps }: { setup: RecordOf<'setup'>; lamps: readonly RecordOf<'lamp'>[] }) {
  const production = useParts('production', 'spot', 'circuit')
  const rights = useRights()
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
      {loose.length > 0 && rights.plan && <PlugIn setup={setup} lamps={lamps} placeId={placeId} />}
    </Section>
  )
}

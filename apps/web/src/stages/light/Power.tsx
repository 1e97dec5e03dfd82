import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { commitOrSay } from '../../store/production.ts'
import { useParts, useProduction, useRights } from '../../store/selectors.ts'
import { addRecord, takeOut } from '../../ui/addRecord.ts'
import { Select } from '../../ui/fields.tsx'
import { Bar, Button, Hint, Section } from '../../ui/parts.tsx'
import { RecordField } from '../../ui/RecordField.tsx'
import { cablesInWords, circuitLoad, MOST_DROP_SHARE } from '@kavrell/core/power'
import type { RecordOf } from '@kavrell/core/records'
import { cableRuns, type Draw, drawsOfSetup, onBatteries, placeOnCircuits, replugged } from '@kavrell/core/setup'
import { counted } from '@kavrell/core/text'

/** What else is plugged in on a set, with what it usually draws. */
const LOADS = [
  ['Battery charger', 120],
  ['Monitor, 24 inch', 45],
  ['Video village', 250],
  ['Haze machine', 1300],
  ['Laptop and drives', 130],
  ['Kettle', 2200],
  ['Fan heater', 2000],
] as const

/** Puts all that a setup plugs in on circuits that carry it, or says that none do. */
function PlugIn({
  setup,
  draws,
  placeId,
}: {
  setup: RecordOf<'setup'>
  draws: readonly Draw[]
  placeId: string | undefined
}) {
  const production = useProduction()
  const placed = placeOnCircuits(production, draws, placeId)
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
    <Button mt="6px" onClick={() => commitOrSay(`Plug in setup ${setup.letter}`, replugged(draws, to).changes)}>
      Put them on circuits
    </Button>
  )
}

/** What a setup draws from each circuit of its place, what is on none, how far the cables are and how long batteries last. */
export function Power({ setup }: { setup: RecordOf<'setup'> }) {
  const production = useProduction()
  const rights = useRights()
  const { mainsVolts, circuitHeadroomPct } = production.production
  const placeId = production.spot[setup.spotId]?.placeId
  const circuits = Object.values(production.circuit).filter((c) => c.placeId === placeId)
  const draws = drawsOfSetup(production, setup)
  const batteries = onBatteries(production, setup)
  const onBattery = new Set<string>(batteries.map(({ lamp }) => lamp.id))
  const loose = draws.filter((draw) => draw.circuitId === null && draw.watts > 0 && !onBattery.has(draw.id))
  if (circuits.length === 0 && draws.length === 0) return null
  return (
    <Section
      title="Power"
      actions={
        rights.plan && (
          <Select
            aria-label="Plug something else in"
            value=""
            w="150px"
            onChange={(e) => {
              const [name, watts] = LOADS.find(([key]) => key === e.target.value)!
              addRecord('load', `Plug in ${name}`, { setupId: setup.id, name, watts, circuitId: null })
            }}
          >
            <option value="">Plug in …</option>
            {LOADS.map(([name, watts]) => (
              <option key={name} value={name}>
                {name}, {watts} W
              </option>
            ))}
          </Select>
        )
      }
    >
      {circuits.map((c) => {
        const load = circuitLoad(
          c,
          draws.filter((draw) => draw.circuitId === c.id),
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
      <Loads setup={setup} />
      {loose.length > 0 && <Hint>On no circuit: {loose.map(({ name }) => name).join(', ')}.</Hint>}
      {loose.length > 0 && circuits.length > 0 && rights.plan && (
        <PlugIn setup={setup} draws={draws} placeId={placeId} />
      )}
      {batteries.map(({ lamp, lastsMin, wantedMin }) => (
        <Flex key={lamp.id} py="3px" gap="8px">
          <Text>
            {lamp.role}, {lamp.name}, on its battery at {lamp.levelPct} %
          </Text>
          <Text ml="auto" fontFamily="mono" color={wantedMin !== null && lastsMin < wantedMin ? 'watch' : 'ink'}>
            {Number.isFinite(lastsMin) ? `${Math.floor(lastsMin)} min` : '—'}
            {wantedMin === null ? '' : ` of ${Math.round(wantedMin)}`}
          </Text>
        </Flex>
      ))}
      <Cables setup={setup} />
    </Section>
  )
}

/** Chargers, monitors and what else draws current, each with its circuit. */
function Loads({ setup }: { setup: RecordOf<'setup'> }) {
  const { load } = useParts('load')
  const rights = useRights()
  return Object.values(load)
    .filter((one) => one.setupId === setup.id)
    .map((one) => (
      <Grid key={one.id} templateColumns="1fr 84px 120px auto" gap="6px" py="3px" alignItems="center">
        <RecordField kind="load" id={one.id} field="name" hideLabel />
        <RecordField kind="load" id={one.id} field="watts" hideLabel />
        <RecordField kind="load" id={one.id} field="circuitId" hideLabel />
        {rights.plan && (
          <Button kind="word" aria-label={`Unplug ${one.name}`} onClick={() => takeOut('load', one.id, one.name)}>
            ×
          </Button>
        )}
      </Grid>
    ))
}

/** How far each lamp is from its socket, along walls, and how many cables that takes. */
function Cables({ setup }: { setup: RecordOf<'setup'> }) {
  const production = useProduction()
  const runs = cableRuns(production, setup)
  if (runs.length === 0) return null
  const known = runs.flatMap(({ way }) => way ?? [])
  const unknown = runs.filter(({ way }) => way === null)
  const total = known.flatMap(({ cables }) => cables)
  return (
    <Box mt="6px">
      {runs.map(
        ({ lamp, way }) =>
          way && (
            <Flex key={lamp.id} py="2px" gap="8px" fontSize="small" color="soft">
              <Text truncate>
                {lamp.role}, {lamp.name}
                {way.doors.length > 0 ? `, past ${way.doors.join(', ')}` : ''}
              </Text>
              <Text
                ml="auto"
                fontFamily="mono"
                whiteSpace="nowrap"
                color={way.dropShare > MOST_DROP_SHARE ? 'watch' : 'soft'}
              >
                {Math.round(way.lengthM)} m, {(way.dropShare * 100).toFixed(1)} % lost
              </Text>
            </Flex>
          ),
      )}
      {total.length > 0 && (
        <Text fontSize="small" color="soft">
          {counted(total.length, 'cable')}: {cablesInWords(total)}
        </Text>
      )}
      {unknown.length > 0 && (
        <Hint>
          How far it is to {unknown.map(({ lamp }) => `the ${lamp.role}`).join(', ')} is not known: no socket of that
          circuit is on the plan of the spot.
        </Hint>
      )}
    </Box>
  )
}

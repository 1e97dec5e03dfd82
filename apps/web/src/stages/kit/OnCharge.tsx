import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { type ChargeTonight, chargeTonight, nightClock as at, nightCircuits, sayChargeWay } from '@kavrell/core/packing'
import { byId, lastRank, rankBetween, type RecordOf, withNewIds } from '@kavrell/core/records'
import { counted, hours } from '@kavrell/core/text'
import { useMemo } from 'react'
import { newId } from '../../store/newId.ts'
import { commitOrSay } from '../../store/production.ts'
import { useProduction, useRights } from '../../store/selectors.ts'
import { addRecord, takeOut } from '../../ui/addRecord.ts'
import { Button, Hint, Section } from '../../ui/parts.tsx'
import { RecordField } from '../../ui/RecordField.tsx'

/** Which batteries are full when a day begins, who changes them when, and what would have more full. */
export function OnCharge({ day }: { day: RecordOf<'day'> }) {
  const production = useProduction()
  const rights = useRights()
  const tonight = useMemo(() => chargeTonight(production, day.id), [production, day.id])
  const chargers = Object.values(production.charger)
  const addCharger = () =>
    addRecord('charger', 'Add a charger', {
      name: `Charger ${chargers.length + 1}`,
      takes: Object.values(production.kitItem).flatMap(({ id, wh }) => (wh > 0 ? [id] : [])),
      rank: rankBetween(lastRank(chargers), null),
    })
  const plan = () => addRecord('chargeNight', 'Plan the night', { dayId: day.id, untilMin: Math.max(0, day.callMin - 45) }) // prettier-ignore
  return (
    <Section
      title={`On charge before ${day.title}`}
      actions={
        rights.plan && (
          <>
            <Button onClick={addCharger}>Add a charger</Button>
            {!tonight && <Button onClick={plan}>Plan the night</Button>}
          </>
        )
      }
    >
      {!tonight ? (
        <Hint>
          Batteries are things on the kit list with watt-hours. With chargers and a night it is told which are full in
          time, and when somebody changes them.
        </Hint>
      ) : (
        <>
          <Says tonight={tonight} />
          <Slots tonight={tonight} />
          <Circuits tonight={tonight} />
          <Grid templateColumns="repeat(auto-fill, minmax(150px, 1fr))" gap="8px 14px" mt="12px">
            {(['fromMin', 'untilMin', 'asleepFromMin', 'asleepUntilMin', 'sockets', 'mostW', 'personId'] as const).map(
              (field) => (
                <RecordField key={field} kind="chargeNight" id={tonight.night.id} field={field} />
              ),
            )}
          </Grid>
        </>
      )}
      {chargers.map((charger) => (
        <Grid
          key={charger.id}
          templateColumns={{ base: '1fr 1fr', md: 'minmax(130px, 1.4fr) 96px 96px minmax(150px, 2fr) 120px auto' }}
          gap="8px 14px"
          alignItems="end"
          py="8px"
          borderBottom="1px solid"
          borderColor="line"
          data-charger={charger.name}
        >
          {(['name', 'slots', 'watts', 'takes', 'circuitId'] as const).map((field) => (
            <RecordField key={field} kind="charger" id={charger.id} field={field} />
          ))}
          {rights.plan && (
            <Button kind="word" onClick={() => takeOut('charger', charger.id, charger.name)}>
              Take off
            </Button>
          )}
        </Grid>
      ))}
    </Section>
  )
}

/** What each circuit carries at the worst moment of the night. */
function Circuits({ tonight }: { tonight: ChargeTonight }) {
  const production = useProduction()
  return nightCircuits(production, tonight).map(({ circuit, chargers, load }) => (
    <Text key={circuit.id} color={load.headroomA < 0 ? 'stop' : 'soft'} data-night-circuit={circuit.name}>
      <b>{circuit.name}</b>: {chargers.join(', ')}, {load.totalA.toFixed(1)} A of {load.allowedA.toFixed(1)} A that the
      house rule leaves
    </Text>
  ))
}

/** Whether all are full, when somebody changes them, and on what that rests. */
function Says({ tonight }: { tonight: ChargeTonight }) {
  const { kitItem, person } = useProduction()
  const who = byId(person, tonight.night.personId)?.name
  const rights = useRights()
  const { plan, short, wanted, times, changes, ways, unplugged } = tonight
  if (wanted === 0)
    return <Text color="soft">No battery is on the kit list: give those that are theirs watt-hours.</Text>
  const which = [...plan.short].map(([id, count]) => `${count} × ${byId(kitItem, id)?.name ?? ''}`).join(', ')
  return (
    <>
      <Text fontSize="large" fontWeight={700} color={short > 0 ? 'watch' : 'ink'} data-charged>
        {short > 0
          ? `${which} not full by ${at(times.untilMin)}${plan.isProven ? '' : ', by the best plan that was found'}`
          : `${counted(wanted, 'battery', 'batteries')} full by ${at(plan.fullMin)}, if they are changed as it says`}
      </Text>
      <Text color="soft">
        {changes.length > 0
          ? `Changed over at ${changes.map(at).join(', ')}${who ? ` by ${who}` : ', and nobody is down for it'}. `
          : 'Nobody has to change any. '}
        Reckoned from empty, with 85 % of what a charger gives.
      </Text>
      {unplugged.length > 0 && (
        <Text color="watch" data-unplugged>
          No socket is left for {unplugged.map(({ name }) => name).join(', ')}. Each charger that finds one stays in it
          all night.
        </Text>
      )}
      {rights.plan && ways.length > 0 && (
        <Flex gap="8px" wrap="wrap" mt="6px">
          {ways.map((way) => (
            <Button key={sayChargeWay(way)} onClick={() => commitOrSay(sayChargeWay(way), withNewIds(way.edit, newId))}>
              {sayChargeWay(way)}
              {way.short > 0 ? `, ${way.short} still short` : ''}
            </Button>
          ))}
        </Flex>
      )}
    </>
  )
}

/** Each slot's batteries on the night's axis, the hours in which everybody sleeps, and when they are to be full. */
function Slots({ tonight }: { tonight: ChargeTonight }) {
  const { charger, kitItem } = useProduction()
  const { plan, times } = tonight
  const long = Math.max(1, times.untilMin - times.fromMin)
  const x = (minute: number) => `${Math.min(100, Math.max(0, ((minute - times.fromMin) / long) * 100))}%`
  const slots = bySlot(plan.charges)
  if (slots.length === 0) return null
  const every = long > 600 ? 120 : 60
  const ticks = Array.from({ length: Math.floor(long / every) + 1 }, (_, i) => Math.ceil(times.fromMin / every) * every + i * every).filter((minute) => minute < times.untilMin) // prettier-ignore
  return (
    <Box
      mt="8px"
      role="img"
      aria-label={plan.charges
        .map((one) => `${byId(kitItem, one.batteryId)?.name} ${at(one.startMin)} to ${at(one.endMin)}`)
        .join(', ')}
    >
      <Box position="relative" h="16px" ml="118px">
        {ticks.map((minute, i) => (
          <Text
            key={minute}
            // A phone has room for every second one.
            display={{ base: i % 2 === 0 ? 'block' : 'none', md: 'block' }}
            position="absolute"
            left={x(minute)}
            transform="translateX(-50%)"
            fontSize="note"
            color="faint"
          >
            {at(minute)}
          </Text>
        ))}
      </Box>
      {slots.map(([key, charges]) => (
        <Flex key={key} align="center" h="26px">
          <Text w="118px" fontSize="note" color="soft" truncate pr="8px">
            {byId(charger, charges[0]!.chargerId)?.name} {charges[0]!.slot + 1}
          </Text>
          <Box position="relative" flex="1" h="22px" borderRight="2px solid" borderColor="ink" bg="well">
            <Box
              position="absolute"
              insetY="0"
              left={x(times.asleepFromMin)}
              w={`calc(${x(times.asleepUntilMin)} - ${x(times.asleepFromMin)})`}
              bg="line"
            />
            {charges.map((one) => (
              <Box
                key={one.startMin}
                position="absolute"
                top="2px"
                bottom="2px"
                left={x(one.startMin)}
                w={`calc(${x(one.endMin)} - ${x(one.startMin)} - 2px)`}
                bg="ink"
                color="paper"
                fontSize="note"
                px="4px"
                overflow="hidden"
                whiteSpace="nowrap"
                title={hours(one.endMin - one.startMin)}
              >
                {byId(kitItem, one.batteryId)?.name}
              </Box>
            ))}
          </Box>
        </Flex>
      ))}
      <Text color="faint" fontSize="note" ml="118px">
        Darker: nobody is up to change them. The line is when they are to be full.
      </Text>
    </Box>
  )
}

/** Charges of each slot, in turn. */
function bySlot(
  charges: ChargeTonight['plan']['charges'],
): readonly (readonly [string, ChargeTonight['plan']['charges']])[] {
  const keys = [...new Set(charges.map(({ chargerId, slot }) => `${chargerId} ${slot}`))].sort()
  return keys.map((key) => [key, charges.filter(({ chargerId, slot }) => `${chargerId} ${slot}` === key)])
}

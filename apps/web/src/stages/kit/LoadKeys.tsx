import { Flex, Text } from '@chakra-ui/react'
import { type DayPlan, placesOfDay } from '@kavrell/core/day'
import { loadingOf, type LoadWay, type Way } from '@kavrell/core/packing'
import { createRecord, type RecordOf } from '@kavrell/core/records'
import { stretch } from '@kavrell/core/text'
import { stamp } from '../../store/clock.ts'
import { newId } from '../../store/newId.ts'
import { commitOrSay } from '../../store/production.ts'
import { useParts, useProduction, useRights } from '../../store/selectors.ts'
import { Button } from '../../ui/parts.tsx'

const WORDS: Readonly<Record<LoadWay, { readonly begin: string; readonly end: string; readonly over: string }>> = {
  in: { begin: 'Unloading begins', end: 'All is in', over: 'all in' },
  out: { begin: 'Loading begins', end: 'All is loaded', over: 'all loaded' },
}

/** At each place of a day one key when it begins and one when it is over: the next day there is planned with how long it took. */
export function LoadKeys({ plan, way }: { plan: DayPlan; way: Way }) {
  const production = useProduction()
  const loadWay: LoadWay = way === 'out' ? 'in' : 'out'
  return placesOfDay(production, plan).map((place) => (
    <AtPlace key={place.id} plan={plan} place={place} way={loadWay} />
  ))
}

function AtPlace({ plan, place, way }: { plan: DayPlan; place: RecordOf<'place'>; way: LoadWay }) {
  const rights = useRights()
  const { day, clock } = plan
  const { begunAt, overAt, minutes } = loadingOf(useParts('loading'), day.id, place.id, way)
  const goesOn = begunAt !== null && overAt === null
  const at = (iso: string) => clock.text(clock.at(Date.parse(iso)))
  const words = WORDS[way]
  const log = (state: 'begun' | 'over') => {
    const { at: happenedAt, deviceAt } = stamp()
    return commitOrSay(`${state === 'begun' ? words.begin : words.end} at ${place.name}`, [
      createRecord('loading', { dayId: day.id, placeId: place.id, way, state, happenedAt, deviceAt }, newId()),
    ])
  }
  if (!rights.log && begunAt === null) return null
  return (
    <Flex align="center" gap="12px" wrap="wrap" mt="8px" data-load={place.name}>
      {rights.log && (
        <Button onClick={() => log(goesOn ? 'over' : 'begun')}>
          {goesOn ? words.end : overAt ? `${words.begin} again` : words.begin}
        </Button>
      )}
      <Text color="soft">
        {place.name}
        {goesOn && `: begun at ${at(begunAt)}`}
        {overAt && `: ${words.over} at ${at(overAt)}`}
        {minutes !== null && `, in ${stretch(minutes)}`}
      </Text>
    </Flex>
  )
}

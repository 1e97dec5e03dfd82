import { Text } from '@chakra-ui/react'
import { useMemo } from 'react'
import type { MediaView } from '@kavrell/contract'
import type { DayPlan } from '@kavrell/core/day'
import {
  type Earlier,
  type Evening,
  eveningAnswer,
  eveningHands,
  eveningOf,
  type Goes,
  longDays,
  type Speed,
} from '@kavrell/core/evening'
import type { Production } from '@kavrell/core/records'
import { asName, hours, sayBytes } from '@kavrell/core/text'
import { useBoxTime } from '../../store/clock.ts'
import { useProduction } from '../../store/selectors.ts'
import { Section } from '../../ui/parts.tsx'
import { useDay } from '../../ui/useDay.ts'
import { BeginEvening } from './BeginEvening.tsx'
import { CopyHands } from './CopyHands.tsx'
import { EveningChart } from './EveningChart.tsx'

/** Are all cards of the day safe before sleep and the next call? */
export function ThisEvening({ seen }: { seen: MediaView['cards'] }) {
  const production = useProduction()
  const { dayPlan } = useDay()
  if (!dayPlan) return null
  return <OfDay production={production} dayPlan={dayPlan} seen={seen} />
}

/** How often an evening that should have begun is looked at again. */
const EVERY_MS = 5 * 60_000

const COLOURS: Readonly<Record<Goes, string>> = {
  never: 'stop',
  'after the call': 'stop',
  waits: 'watch',
  'while asleep': 'ink',
  'before sleep': 'ink',
  'as long as it takes': 'ink',
}

function OfDay({ production, dayPlan, seen }: { production: Production; dayPlan: DayPlan; seen: MediaView['cards'] }) {
  const nowMs = Math.floor(useBoxTime(0.1) / EVERY_MS) * EVERY_MS
  const evening = useMemo(
    () => eveningOf(production, dayPlan, { sights: seen, nowMs }),
    [production, dayPlan, seen, nowMs],
  )
  if (!evening) return null
  const { startMin, isLongPast } = evening
  const at = (min: number) => (isLongPast ? `now + ${hours(min - startMin)}` : dayPlan.clock.text(min))
  const { allSafeMin, straight, unheld, without, isBegunNow } = evening
  return (
    <Section title={`The evening of ${dayPlan.day.title}`}>
      <Text fontSize="large" fontWeight={700} color={COLOURS[evening.goes]} data-evening={evening.goes}>
        {eveningAnswer(production, evening, at)}
      </Text>
      <Text color="soft">
        {allSafeMin &&
          `Between ${at(allSafeMin.early)} and ${at(allSafeMin.late)}, begun ${isBegunNow ? 'now' : 'at the end of shooting'}${isLongPast ? '' : `, ${at(startMin)}`}. `}
        {eveningHands(evening, at).join(' ')}
        {allSafeMin && straightWords(straight, allSafeMin.likely, at)}
      </Text>
      {longDays(production, evening).map((says) => (
        <Text key={says} color="watch">
          {says}
        </Text>
      ))}
      {without.length > 0 && (
        <Text color="watch">
          Nothing of what {without.map(({ letter }) => letter).join(', ')} {without.length > 1 ? 'record' : 'records'}{' '}
          is in it: no card of {without.length > 1 ? 'their' : 'its'} own is on the list.
        </Text>
      )}
      <Sooner evening={evening} production={production} at={at} />
      <EveningChart evening={evening} production={production} at={at} />
      <CopyHands dayId={dayPlan.day.id} />
      <BeginEvening evening={evening} />
      <Text color="soft" fontSize="note" mt="4px">
        By the log and what is still to shoot, and by these speeds: {sayEvery(evening)}. Eight times in ten it lies
        between the two times, if the cards hold what is forecast. It says what would be; whether a card is safe is said
        above, by what was read back.
        {unheld.length > 0 && ` Nobody is down as holding ${unheld.map(({ label }) => label).join(', ')}.`}
      </Text>
    </Section>
  )
}

function straightWords(straight: Evening['straight'], likelyMin: number, at: (min: number) => string): string {
  if (straight === null) return ''
  if (straight.safeMin === null) return ' Straight onto the slow drives not before the next call.'
  return straight.safeMin > likelyMin + 1 ? ` Straight onto the slow drives: ${at(straight.safeMin)}.` : ''
}

const saySpeed = (name: string, { bytesPerS, from }: Speed) => `${name} ${sayBytes(bytesPerS)}/s (${from})`

function sayEvery({ speeds, first, later }: Evening): string {
  const drives = [...first, ...later].map((drive) => saySpeed(drive.label, speeds.drives.get(drive.id)!.write))
  const through = speeds.ports.map(({ name, speed }) => saySpeed(name, speed))
  return [...speeds.readers.map(({ name, speed }) => saySpeed(name, speed)), ...drives, ...through].join(', ')
}

/** What was tried and would end it earlier, one change each. */
function Sooner({
  evening,
  production,
  at,
}: {
  evening: Evening
  production: Production
  at: (min: number) => string
}) {
  const { earlier, startMin } = evening
  if (earlier.length === 0) return null
  return (
    <Text color="soft" mt="2px">
      Earlier, each by itself:{' '}
      {earlier
        .map((one) => `${soonerWords(one, evening, production, at)}, ${at(startMin + one.allSafeS / 60)}`)
        .join('; ')}
      .
    </Text>
  )
}

function soonerWords(
  one: Earlier,
  { problem, hands, startMin }: Evening,
  production: Production,
  at: (min: number) => string,
): string {
  if (one.way === 'reader') return 'one reader more'
  if (one.way === 'no hub') return 'nothing on a hub'
  if (one.way === 'quicker drive')
    return `a quick drive in place of ${production.drive[problem.drives[one.drive]!.id]?.label ?? 'the last'}`
  if (one.way === 'awake')
    return `${hands[one.person]?.person ? asName(hands[one.person]!.person!.name) : 'somebody'} up until ${at(startMin + one.untilS / 60)}`
  const labels = one.cards.map((card) => production.card[problem.cards[card]!.id]?.label ?? '?')
  return `${labels.join(', ')} copied before the end of shooting`
}

import { Box, Flex, Text } from '@chakra-ui/react'
import { useMemo } from 'react'
import { cardFromJob, deviceTimecodes, radioPlan, radioRules, setUpCard, soundPlan } from '@kavrell/core/patch'
import { masterDeliverable } from '@kavrell/core/shotlist'
import { counted } from '@kavrell/core/text'
import { instantAt } from '@kavrell/core/time'
import { useBoxTime } from '../../store/clock.ts'
import { useProduction, useRights } from '../../store/selectors.ts'
import { addDevice, addRecord } from '../../ui/addRecord.ts'
import { Answer, Button, Empty } from '../../ui/parts.tsx'
import { useDay } from '../../ui/useDay.ts'
import { Clocks } from './Clocks.tsx'
import { Keys } from './Keys.tsx'
import { Radio } from './Radio.tsx'
import { SetUp } from './SetUp.tsx'
import { Signals } from './Signals.tsx'
import { Sounds } from './Sounds.tsx'
import { answerOf, isTrouble } from './words.ts'

/** How cameras are set, where sounds go, what is on the air, what clocks show. */
export function Devices() {
  const production = useProduction()
  const rights = useRights()
  const nowMs = useBoxTime(0.1)
  const { dayPlan } = useDay()
  const { transmitter, radioBand, radioStation, radioScan } = production
  const { radioSpacingKHz, radioGuardKHz } = production.production
  const plan = useMemo(
    () =>
      radioPlan({ transmitter, radioBand, radioStation, radioScan }, radioRules({ radioSpacingKHz, radioGuardKHz })),
    [transmitter, radioBand, radioStation, radioScan, radioSpacingKHz, radioGuardKHz],
  )
  const master = masterDeliverable(production)
  const rate = master
    ? { num: master.rateNum, den: master.rateDen, drop: master.dropFrame }
    : { num: 25, den: 1, drop: false }
  const clocks = deviceTimecodes(production, nowMs, rate, dayPlan?.place.timeZone ?? 'UTC')
  if (plan.of.length + clocks.length === 0)
    return (
      <Empty says="Before it rolls, all cameras must be set alike, every sound must arrive, whatever transmits must leave the rest alone, and every clock must show the same. List the cameras first, or what transmits.">
        {rights.plan && (
          <Flex gap="8px">
            <Button kind="main" onClick={() => addDevice('camera')}>
              Add a camera
            </Button>
            <Button onClick={() => addRecord('transmitter', 'Add a transmitter')}>Add a transmitter</Button>
          </Flex>
        )}
      </Empty>
    )
  const sinceMs = dayPlan ? instantAt(dayPlan.day.date, 0, dayPlan.place.timeZone) : null
  const card = setUpCard(production, sinceMs)
  const sound = soundPlan(production)
  const wanted = production.production.onceOnlySounds
  const disturbed = plan.of.filter(({ troubles }) => troubles.some(isTrouble)).length
  const { says, tone } = answerOf(card, sound, { listed: plan.of.length, disturbed }, wanted)
  return (
    <Box mt="14px">
      <Answer tone={tone}>{says}</Answer>
      <Text color="soft" mt="2px">
        {[
          card.rows.length > 0 && `${card.agreeing} of ${card.wanted} settings were seen to be as wanted, ${card.differing.length} to differ, at ${card.wanted - card.looked} nobody looked since.`, // prettier-ignore
          plan.of.length > 0 && (disturbed > 0 ? `${counted(disturbed, 'transmitter')} cannot stay as set.` : 'By the reckoning nothing on the air disturbs another.'), // prettier-ignore
          sayClocks(clocks),
        ]
          .filter(Boolean)
          .join(' ')}
      </Text>
      <SetUp card={card} propose={() => cardFromJob(production, dayPlan ?? null)} />
      <Sounds plan={sound} wanted={wanted} />
      <Signals />
      <Radio plan={plan} />
      <Clocks clocks={clocks} nowMs={nowMs} />
      <Keys />
    </Box>
  )
}

function sayClocks(clocks: ReturnType<typeof deviceTimecodes>): string {
  const unset = clocks.filter(({ jammedAt }) => jammedAt === null).length
  const since = clocks.filter(({ isSince }) => isSince).length
  const otherwise = clocks.filter(({ seen }) => seen !== null && seen.reason !== 'agrees').length
  const off = clocks.filter(({ offFrames }) => offFrames !== null && offFrames > 0.5).length
  if (clocks.length === 0) return 'No camera or recorder is listed.'
  if (unset + since + off + otherwise === 0)
    return `All ${clocks.length} clocks were set and should be within half a frame.`
  return [otherwise > 0 && `${counted(otherwise, 'clock')} seen to show another time than the master.`, unset > 0 && `${counted(unset, 'clock')} never set.`, since > 0 && `${counted(since, 'clock')} not set since a fresh battery.`, off > 0 && `${counted(off, 'clock')} may be more than half a frame off.`].filter(Boolean).join(' ') // prettier-ignore
}

import { Box, Grid, Text } from '@chakra-ui/react'
import { useMemo } from 'react'
import { boxTime, deviceNowMs } from '../../store/clock.ts'
import { useProduction } from '../../store/selectors.ts'
import { Section } from '../../ui/parts.tsx'
import { useDay } from '../../ui/useDay.ts'
import type { DayPlan } from '@kavrell/core/day'
import { type DriveForecast, driveForecast } from '@kavrell/core/evening'
import type { Production } from '@kavrell/core/records'
import { counted, sayBytes } from '@kavrell/core/text'

/** Whether the drives hold every copy of every day that is still to come. */
export function DrivesToCome() {
  const production = useProduction()
  const { dayPlan } = useDay()
  const hasDrives = Object.keys(production.drive).length > 0
  return dayPlan && hasDrives ? <FromDay production={production} dayPlan={dayPlan} /> : null
}

function answerOf({ copies, days }: DriveForecast): { says: string; isShort: boolean } {
  const short = days.find(({ lacksBytes }) => lacksBytes > 0)
  const all = counted(copies, 'copy', 'copies')
  if (!short) return { says: `Room for ${all} of everything to the end of the job, by the plan`, isShort: false }
  return { says: `On ${short.day.title} the drives have no room left for ${all}: ${sayBytes(short.lacksBytes)} at least`, isShort: true } // prettier-ignore
}

function FromDay({ production, dayPlan }: { production: Production; dayPlan: DayPlan }) {
  const forecast = useMemo(
    () => driveForecast(production, dayPlan.day.date, boxTime(deviceNowMs())),
    [production, dayPlan.day.date],
  )
  const { days, rooms, waitingBytes } = forecast
  if (waitingBytes === 0 && days.every(({ comingBytes }) => comingBytes === 0)) return null
  const { says, isShort } = answerOf(forecast)
  return (
    <Section title="Drives to the end of the job">
      <Text fontWeight={700} fontSize="lead" color={isShort ? 'stop' : 'ink'} data-drives-to-come>
        {says}
      </Text>
      <Box mt="6px">
        {days.map(({ day, comingBytes, lacksBytes }) => (
          <Grid
            key={day.id}
            templateColumns="1fr 90px 130px"
            gap="8px"
            py="4px"
            borderBottom="1px solid"
            borderColor="line"
          >
            <Text>{day.title}</Text>
            <Text fontFamily="mono" textAlign="right" color="soft">
              {sayBytes(comingBytes)}
            </Text>
            <Text textAlign="right" color={lacksBytes > 0 ? 'stop' : 'soft'} fontWeight={lacksBytes > 0 ? 700 : 400}>
              {lacksBytes > 0 ? `${sayBytes(lacksBytes)} too much` : 'has room'}
            </Text>
          </Grid>
        ))}
      </Box>
      <Text color="soft" fontSize="note" mt="4px">
        {waitingBytes > 0 ? `${sayBytes(waitingBytes)} on cards still lack copies. ` : ''}
        Left by what was copied:{' '}
        {rooms
          .map(({ drives, freeBytes }) => `${drives.map(({ label }) => label).join(' and ')} ${sayBytes(freeBytes)}`)
          .join(', ')}
        . What else lies on a drive is not known here.
      </Text>
    </Section>
  )
}

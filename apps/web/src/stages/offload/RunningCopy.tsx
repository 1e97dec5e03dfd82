import { Box, Flex, Text } from '@chakra-ui/react'
import { ask } from '../../store/api.ts'
import { say } from '../../store/production.ts'
import { useRights, useParts } from '../../store/selectors.ts'
import { Bar, Button } from '../../ui/parts.tsx'
import { ENDPOINTS, type Job } from '@kavrell/contract'
import { minutesSeconds, sayBytes } from '@kavrell/core/text'

/** Whether a job is still to be heard of. */
export const isUnderWay = (job: Job): boolean => job.state === 'running' || job.state === 'waiting'

/** A copy on its way: from where to where, how fast, how long yet; and a way to stop it. */
export function RunningCopy({ job }: { job: Job }) {
  const production = useParts('card', 'drive')
  const rights = useRights()
  const share = job.bytesTotal > 0 ? job.bytesDone / job.bytesTotal : 0
  const label = production.card[job.cardId]?.label ?? 'card'
  const to = job.targets.map((t) => production.drive[t.driveId]?.label).join(', ')
  const text =
    job.state === 'waiting'
      ? `${label} waits to be copied`
      : `${job.phase === 'copying' ? 'Copying' : 'Reading back'} ${label} ${job.phase === 'copying' ? 'to' : 'from'} ${to}`
  return (
    <Box mt="12px" p="10px 12px" bg="tint" role="status">
      <Flex align="baseline" gap="12px">
        <Text fontWeight={700}>{text}</Text>
        <Text fontFamily="mono" fontSize="small">
          {sayBytes(job.bytesPerSecond)}/s{job.secondsLeft !== null ? `, ${minutesSeconds(job.secondsLeft)} left` : ''}
        </Text>
        {rights.log && (
          <Button
            ml="auto"
            kind="stop"
            onClick={() => {
              ask(ENDPOINTS.stopJob, { productionId: job.productionId, jobId: job.id }, {}).catch((error: Error) =>
                say(error.message, 'stop'),
              )
            }}
          >
            Stop
          </Button>
        )}
      </Flex>
      <Flex mt="6px">
        <Bar share={share} label={`${Math.round(share * 100)} %`} />
      </Flex>
    </Box>
  )
}

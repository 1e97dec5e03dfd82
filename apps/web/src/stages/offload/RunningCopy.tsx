import { Box, Flex, Text } from '@chakra-ui/react'
import { ask } from '../../store/api.ts'
import { say } from '../../store/production.ts'
import { useRights, useParts } from '../../store/selectors.ts'
import { Bar, Button } from '../../ui/parts.tsx'
import { ENDPOINTS, type Job } from '@kavrell/contract'
import { minutesSeconds, sayBytes } from '@kavrell/core/text'

/** Whether a job is still to be heard of. */
export const isUnderWay = (job: Job): boolean => job.state === 'running' || job.state === 'waiting'

const stopJob = (job: Job): void => {
  ask(ENDPOINTS.stopJob, { productionId: job.productionId, jobId: job.id }, {}).catch((error: Error) =>
    say(error.message, 'stop'),
  )
}

/** What copies wait for their turn or for something to be put in, and a way to stop them all. */
export function Waiting({ jobs }: { jobs: readonly Job[] }) {
  const production = useParts('card', 'drive')
  const rights = useRights()
  if (jobs.length === 0) return null
  const asked = [...new Set(jobs.flatMap((job) => job.waitsFor ?? []))]
  return (
    <Box
      mt="12px"
      p="10px 12px"
      bg={asked.length > 0 ? 'watchTint' : 'tint'}
      role="status"
      aria-label="What waits to be copied"
    >
      <Flex align="baseline" gap="12px">
        <Text fontWeight={700}>
          {asked[0] ??
            (jobs.length === 1 ? 'One copy waits for its turn' : `${jobs.length} copies wait for their turn`)}
        </Text>
        {rights.log && (
          <Button ml="auto" kind="stop" onClick={() => jobs.forEach(stopJob)}>
            {jobs.length > 1 ? `Stop all ${jobs.length} that wait` : 'Stop'}
          </Button>
        )}
      </Flex>
      {jobs.map((job) => (
        <Flex key={job.id} gap="8px" align="baseline" fontSize="small" mt="3px">
          <Text fontWeight={700} w="44px">
            {production.card[job.cardId]?.label}
          </Text>
          <Text color="soft" flex="1">
            {job.kind === 'verify' ? 'read back from' : 'to'}{' '}
            {job.targets.map((t) => production.drive[t.driveId]?.label).join(', ')}
            {job.waitsFor ? `. ${job.waitsFor}` : ''}
          </Text>
        </Flex>
      ))}
    </Box>
  )
}

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
      : `${job.phase === 'copying' ? (job.kind === 'relay' ? 'Copying a copy of' : 'Copying') : 'Reading back'} ${label} ${job.phase === 'copying' ? 'to' : 'from'} ${to}`
  return (
    <Box mt="12px" p="10px 12px" bg="tint" role="status">
      <Flex align="baseline" gap="12px">
        <Text fontWeight={700}>{text}</Text>
        <Text fontFamily="mono" fontSize="small">
          {sayBytes(job.bytesPerSecond)}/s{job.secondsLeft !== null ? `, ${minutesSeconds(job.secondsLeft)} left` : ''}
        </Text>
        {rights.log && (
          <Button ml="auto" kind="stop" onClick={() => stopJob(job)}>
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

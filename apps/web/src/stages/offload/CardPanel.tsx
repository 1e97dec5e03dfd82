import { Box, Flex, Text } from '@chakra-ui/react'
import { blank, type Job, type MediaVolume, type RecordOf } from '@kavrell/contract'
import { counted } from '@kavrell/core/formats'
import type { mayWipe } from '@kavrell/core/media'
import { copiesOfCard, openPlannedCopies } from '@kavrell/core/snags'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { api } from '../../store/api.ts'
import { stamp } from '../../store/clock.ts'
import { commit, say, useProductionStore } from '../../store/production.ts'
import { useProduction, useRights } from '../../store/selectors.ts'
import { sayBytes } from '../../ui/format.ts'
import { Answer, Button, Hint, Section } from '../../ui/parts.tsx'
import { SnagList } from '../../ui/Snag.tsx'
import { isUnderWay } from './RunningCopy.tsx'

interface PanelProps {
  readonly card: RecordOf<'card'>
  readonly answer: ReturnType<typeof mayWipe>
  readonly drives: readonly RecordOf<'drive'>[]
  readonly volume: MediaVolume | undefined
  readonly job: Job | undefined
}

/** One card: may it be wiped, what copies it has, and copying it. */
export function CardPanel({ card, answer, drives, volume, job }: PanelProps) {
  const production = useProduction()
  const rights = useRights()
  const productionId = useProductionStore((s) => s.productionId)
  const jobs = useProductionStore((s) => s.jobs)
  const copies = copiesOfCard(production, card.id)
  const good = new Set(copies.filter((c) => c.check?.outcome === 'same').map((c) => c.run.driveId))
  const [picked, setPicked] = useState<ReadonlySet<string> | null>(null)
  const planned = openPlannedCopies(production, card.id)
  const chosen =
    picked ??
    new Set(planned.length > 0 ? planned.map((p) => p.driveId) : drives.filter((d) => !good.has(d.id)).map((d) => d.id))
  const attempt = (path: string, body: unknown) => {
    api(`/productions/${productionId}/media/${path}`, body).catch((error: Error) => say(error.message, 'stop'))
  }
  const wipe = () => {
    const sure = window.confirm(
      `Write down that card ${card.label} is wiped? Wipe it in its camera. Copies: ${copies.map((c) => production.drive[c.run.driveId]?.label).join(', ')}.`,
    )
    if (!sure) return
    const { at, deviceAt } = stamp()
    const refused = commit(`Wipe card ${card.label}`, [
      {
        op: 'create',
        kind: 'wipe',
        id: uuidv7(),
        fields: blank('wipe', { cardId: card.id, reason: answer.reasons.join(' '), wipedAt: at, deviceAt }),
      },
    ])
    if (refused) say(refused, 'stop')
  }
  const lastJob = jobs.find((j) => j.cardId === card.id && !isUnderWay(j))
  return (
    <Box>
      <Answer tone={answer.may ? 'safe' : 'ink'}>
        {answer.may ? `${card.label} may be wiped` : `Keep ${card.label}`}
      </Answer>
      {answer.may &&
        answer.reasons.map((reason) => (
          <Text key={reason} color="soft">
            {reason}
          </Text>
        ))}
      {answer.may && rights.log && (
        <Box mt="8px">
          <Button onClick={wipe}>Write down that {card.label} is wiped</Button>
        </Box>
      )}
      <SnagList stage="offload" about={(snag) => snag.about.id === card.id} title="" />
      <Section title="Copies">
        {copies.length === 0 && <Hint>None yet.</Hint>}
        {copies.map(({ run, check }) => (
          <Box key={run.id} py="6px" borderBottom="1px solid" borderColor="line">
            <Flex gap="8px">
              <Text fontWeight={700}>{production.drive[run.driveId]?.label}</Text>
              <Text color={check?.outcome === 'same' ? 'safe' : check ? 'stop' : 'watch'} fontWeight={600}>
                {check?.outcome === 'same'
                  ? (check as RecordOf<'copyCheck'>).fromMedium
                    ? 'read back, same'
                    : 'read back through memory, same'
                  : check
                    ? 'differs'
                    : 'not checked'}
              </Text>
              {rights.log && (
                <Button ml="auto" kind="quiet" onClick={() => attempt('checks', { copyRunId: run.id })}>
                  Check again
                </Button>
              )}
            </Flex>
            <Text fontSize="12.5px" color="soft" css={{ overflowWrap: 'anywhere' }}>
              {counted(run.files, 'file')}, {sayBytes(run.bytes)}, {(run as RecordOf<'copyRun'>).folder}
            </Text>
            {(check as RecordOf<'copyCheck'> | undefined)?.problems.slice(0, 4).map((p) => (
              <Text key={p} color="stop" fontSize="12.5px">
                {p}
              </Text>
            ))}
          </Box>
        ))}
      </Section>
      {rights.log && (
        <Section title="Copy it">
          {!volume && (
            <Hint>
              Card {card.label} is not in the reader: no folder “{card.folder}” there.
            </Hint>
          )}
          {drives.map((d) => (
            <label key={d.id} style={{ display: 'flex', gap: 8, padding: '4px 0' }}>
              <input
                type="checkbox"
                checked={chosen.has(d.id)}
                onChange={() => {
                  const next = new Set(chosen)
                  if (!next.delete(d.id)) next.add(d.id)
                  setPicked(next)
                }}
              />
              to {d.label}, {d.speed}
              {planned.some((p) => p.driveId === d.id) ? ', planned' : ''}
            </label>
          ))}
          <Box mt="6px">
            <Button
              kind="main"
              disabled={!volume || job !== undefined || chosen.size === 0}
              onClick={() => {
                attempt('copies', { cardId: card.id, driveIds: [...chosen] })
                setPicked(null)
              }}
            >
              Copy {card.label} and check
            </Button>
          </Box>
          {lastJob && lastJob.problems.length > 0 && (
            <Box mt="8px">
              {lastJob.problems.slice(0, 5).map((p) => (
                <Text key={p} color="stop">
                  {p}
                </Text>
              ))}
            </Box>
          )}
          {lastJob?.targets
            .filter((t) => t.state === 'failed')
            .map((t) => (
              <Text key={t.driveId} color="stop">
                {production.drive[t.driveId]?.label}: {t.says}
              </Text>
            ))}
        </Section>
      )}
    </Box>
  )
}

import { Tick } from '../../ui/fields.tsx'
import { Question } from '../../ui/Question.tsx'
import { newId } from '../../store/newId.ts'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { ask } from '../../store/api.ts'
import { stamp } from '../../store/clock.ts'
import { say, useProductionStore, commitOrSay } from '../../store/production.ts'
import { useProduction, useRights } from '../../store/selectors.ts'
import { SnagList } from '../../ui/Snag.tsx'
import { Answer, Button, Hint, Section } from '../../ui/parts.tsx'
import { CardLife } from './CardLife.tsx'
import { HandOver, WhoHasIt } from './HandOver.tsx'
import { OnTheLog } from './OnTheLog.tsx'
import { isUnderWay } from './RunningCopy.tsx'
import { ENDPOINTS, type Job, type MediaVolume } from '@kavrell/contract'
import { cardHeld, cardHistory, copiesOfCard, type mayWipe, openPlannedCopies } from '@kavrell/core/cards'
import { createRecord, type RecordOf, updateRecord } from '@kavrell/core/records'
import { counted, sayBytes } from '@kavrell/core/text'

interface PanelProps {
  readonly card: RecordOf<'card'>
  readonly answer: ReturnType<typeof mayWipe>
  readonly drives: readonly RecordOf<'drive'>[]
  readonly volume: MediaVolume | undefined
  readonly job: Job | undefined
}

/** A card has as many reasons as it has faults; the first say what to do. */
const MOST_REASONS = 4

const sayCheck = (check: { readonly outcome: string; readonly fromMedium: boolean } | undefined): string =>
  !check
    ? 'not checked'
    : check.outcome !== 'same'
      ? 'differs'
      : check.fromMedium
        ? 'read back, same'
        : 'read back through memory, same'

/** One card: may it be wiped, what copies it has, and copying it. */
export function CardPanel({ card, answer, drives, volume, job }: PanelProps) {
  const production = useProduction()
  const rights = useRights()
  const productionId = useProductionStore((s) => s.productionId)
  const jobs = useProductionStore((s) => s.jobs)
  const copies = copiesOfCard(production, card.id)
  const held = cardHeld(production, card.id)
  const { copies: current, identity } = cardHistory(production, card.id)
  // A copy that was begun before the newest take lacks it, however well it was read back.
  const isCurrent = (runId: string) => current.some((copy) => copy.runId === runId)
  /** Why a copy does not count, however well it was read back. */
  const against = (runId: string) =>
    isCurrent(runId) ? (answer.against[runId] ?? null) : 'older than the newest take on it'
  const good = new Set(
    copies.filter((c) => c.check?.outcome === 'same' && against(c.run.id) === null).map((c) => c.run.driveId),
  )
  const [picked, setPicked] = useState<ReadonlySet<string> | null>(null)
  const planned = openPlannedCopies(production, card.id)
  const chosen =
    picked ??
    new Set(planned.length > 0 ? planned.map((p) => p.driveId) : drives.filter((d) => !good.has(d.id)).map((d) => d.id))
  const of = { productionId: productionId! }
  const attempt = (asked: Promise<unknown>) => {
    asked.catch((error: Error) => say(error.message, 'stop'))
  }
  const wipe = () => {
    const { at, deviceAt } = stamp()
    commitOrSay(`Wipe card ${card.label}`, [
      createRecord(
        'wipe',
        {
          cardId: card.id,
          reason: [...answer.reasons, ...answer.unseen].join(' '),
          wipedAt: at,
          deviceAt,
        },
        newId(),
      ),
    ])
  }
  const lastJob = jobs.find((j) => j.cardId === card.id && !isUnderWay(j))
  return (
    <Box>
      <Answer tone={answer.may ? 'safe' : 'ink'}>
        {answer.may ? `${card.label} may be wiped` : `Keep ${card.label}`}
      </Answer>
      {answer.reasons.slice(0, MOST_REASONS).map((reason) => (
        <Text key={reason} color="soft">
          {reason}
        </Text>
      ))}
      {answer.may &&
        answer.unseen.map((says) => (
          <Text key={says} color="watch" fontWeight={600}>
            {says}
          </Text>
        ))}
      {answer.may && rights.log && (
        <Box mt="8px">
          <Question
            title={`Write down that ${card.label} is wiped?`}
            does="It is wiped"
            safe={`Keep ${card.label}`}
            onYes={wipe}
            opener={<Button>Write down that {card.label} is wiped</Button>}
          >
            <Text>Wipe it in its camera. This only writes down that it is done, and cannot be taken back.</Text>
            <Text mt="6px">
              Copies, read back: {copies.map((c) => production.drive[c.run.driveId]?.label).join(', ')}.{' '}
              {answer.reasons.join(' ')}
            </Text>
            {answer.unseen.map((says) => (
              <Text key={says} mt="6px" color="watch" fontWeight={600}>
                {says}
              </Text>
            ))}
          </Question>
        </Box>
      )}
      {volume && identity !== '' && volume.medium !== '' && volume.medium !== identity && (
        <Box bg="watchTint" px="10px" py="8px" mt="8px">
          <Text fontWeight={600}>The reader knows what lies in it as another card than {card.label} was.</Text>
          <Text color="soft">
            Another one under this name is not copied from, nor wiped, for {card.label}. One that was formatted is known
            by a new name.
          </Text>
          {rights.plan && (
            <Button
              mt="6px"
              onClick={() =>
                commitOrSay(`${card.label} is known to the reader anew`, [
                  updateRecord('card', card.id, { medium: volume.medium }),
                ])
              }
            >
              It is {card.label}, formatted anew
            </Button>
          )}
        </Box>
      )}
      <Flex align="center" gap="8px" mt="10px" justify="space-between">
        <Text color="soft">
          The card: <WhoHasIt held={held} />
        </Text>
        {rights.log && <HandOver thing={{ cardId: card.id }} label={`card ${card.label}`} held={held} />}
      </Flex>
      <OnTheLog card={card} isSeen={current.some((copy) => copy.isSeen)} />
      <SnagList stage="offload" about={(snag) => snag.about.id === card.id} title="" />
      <Section title="Copies">
        {copies.length === 0 && <Hint>None yet.</Hint>}
        {copies.map(({ run, check }) => (
          <Box key={run.id} py="6px" borderBottom="1px solid" borderColor="line">
            <Flex gap="8px">
              <Text fontWeight={700}>{production.drive[run.driveId]?.label}</Text>
              <Text
                color={
                  check && check.outcome !== 'same' ? 'stop' : against(run.id) !== null || !check ? 'watch' : 'safe'
                }
                fontWeight={600}
              >
                {against(run.id) ?? sayCheck(check)}
              </Text>
              {rights.log && (
                <Button
                  ml="auto"
                  kind="quiet"
                  onClick={() => attempt(ask(ENDPOINTS.checkCopy, of, { copyRunId: run.id }))}
                >
                  Check again
                </Button>
              )}
            </Flex>
            <Text fontSize="note" color="soft" css={{ overflowWrap: 'anywhere' }}>
              {run.fromDriveId && `from the copy on ${production.drive[run.fromDriveId]?.label}, `}
              {counted(run.files, 'file')}, {sayBytes(run.bytes * run.bytesStandFor)},{' '}
              {(run as RecordOf<'copyRun'>).folder}
            </Text>
            {check?.problems.slice(0, 4).map((p) => (
              <Text key={p} color="stop" fontSize="note">
                {p}
              </Text>
            ))}
          </Box>
        ))}
      </Section>
      {rights.log && (
        <Section title="Copy it">
          {volume && volume.bytesStandFor !== 1 && (
            <Hint>
              In the reader is a stand-in: each of its bytes stands for {volume.bytesStandFor.toLocaleString('en')}.
            </Hint>
          )}
          {!volume && (
            <Hint>
              Card {card.label} is not in the reader: the machine that runs Kavrell has no folder “{card.folder}” among
              its cards (media/cards).
            </Hint>
          )}
          {drives.map((d) => (
            <Tick
              key={d.id}
              display="flex"
              checked={chosen.has(d.id)}
              onTick={() => {
                const next = new Set(chosen)
                if (!next.delete(d.id)) next.add(d.id)
                setPicked(next)
              }}
            >
              to {d.label}, {d.speed}
              {planned.some((p) => p.driveId === d.id) ? ', planned' : ''}
            </Tick>
          ))}
          <Box mt="6px">
            <Button
              kind="main"
              disabled={!volume || job !== undefined || chosen.size === 0}
              onClick={() => {
                attempt(ask(ENDPOINTS.copyCard, of, { cardId: card.id, driveIds: [...chosen] }))
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
      <CardLife card={card} />
    </Box>
  )
}

import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { blank, type Job, type MediaVolume, type RecordOf } from '@kavrell/contract'
import { mayWipe } from '@kavrell/core/media'
import { cardHistory, copiesOfCard, openPlannedCopies, wipeRule } from '@kavrell/core/snags'
import { useEffect, useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { api } from '../../store/api.ts'
import { stamp } from '../../store/clock.ts'
import { commit, say, useProductionStore } from '../../store/production.ts'
import { useProduction, useRights } from '../../store/selectors.ts'
import { addRecord, nextNumbered } from '../../ui/addRecord.ts'
import { minutesSeconds, sayBytes } from '../../ui/format.ts'
import { Answer, Bar, Button, Hint, Page, Section, Title } from '../../ui/parts.tsx'
import { Select } from '../../ui/RecordField.tsx'
import { Sheet } from '../../ui/sheet/Sheet.tsx'
import { SnagList } from '../../ui/Snag.tsx'
import { counted } from '@kavrell/core/formats'

/** Left out where the screen is held in one hand: the answer matters more. */
const DESK_ONLY = { base: 'none', md: 'inline' }

/** Two cards under one name, or in one folder, would be taken for each other. */
const labelsAndFolders = (volumes: readonly { label: string; folder: string }[]) =>
  volumes.flatMap((v) => [v.label, v.folder])

const isUnderWay = (job: Job) => job.state === 'running' || job.state === 'waiting'

/** Which card may be wiped, and why not the others? */
export function OffloadScreen() {
  const production = useProduction()
  const rights = useRights()
  const productionId = useProductionStore((s) => s.productionId)
  const jobs = useProductionStore((s) => s.jobs)
  const running = jobs.filter((job) => isUnderWay(job))
  const [volumes, setVolumes] = useState<readonly MediaVolume[]>([])
  const [chosenId, setChosenId] = useState<string | null>(null)
  const ended = jobs.filter((job) => !isUnderWay(job)).length
  useEffect(() => {
    api<MediaVolume[]>(`/productions/${productionId}/media/volumes`).then(setVolumes, (error: Error) =>
      say(error.message, 'stop'),
    )
  }, [productionId, ended])
  const cards = Object.values(production.card).sort((a, b) => a.label.localeCompare(b.label, 'en', { numeric: true }))
  const drives = Object.values(production.drive).sort((a, b) => a.label.localeCompare(b.label, 'en', { numeric: true }))
  const rule = wipeRule(production)
  const answers = cards.map((card) => {
    const history = cardHistory(production, card.id)
    return { card, history, answer: mayWipe(history, rule) }
  })
  const wipeable = answers.filter((a) => a.answer.may)
  const used = answers.filter(
    (a) => a.history.copies.length > 0 || Object.values(production.take).some((t) => t.cardIds.includes(a.card.id)),
  )
  const chosen = answers.find((a) => a.card.id === chosenId) ?? answers[0]
  const volumeOf = (kind: 'card' | 'drive', folder: string) =>
    volumes.find((v) => v.kind === kind && v.folder === folder)
  const known = new Set([...cards.map((c) => `card ${c.folder}`), ...drives.map((d) => `drive ${d.folder}`)])
  const unknown = volumes.filter((v) => !known.has(`${v.kind} ${v.folder}`))
  const rolledSafe = used.filter((a) => a.answer.may || a.history.alreadyWiped).length
  return (
    <Page
      asideWidth="360px"
      aside={
        chosen && (
          <CardPanel
            key={chosen.card.id}
            {...chosen}
            drives={drives}
            volume={volumeOf('card', chosen.card.folder)}
            job={running.find((j) => j.cardId === chosen.card.id)}
          />
        )
      }
    >
      <Title
        note={`House rule: ${counted(rule.copies, 'copy', 'copies')}, ${rule.checked} checked, ${counted(rule.holders, 'pair')} of hands${rule.school === 'hold' ? '; cards are kept until home' : ''}.`}
      >
        Offload
      </Title>
      <Answer tone={wipeable.length > 0 ? 'safe' : 'ink'}>
        {cards.length === 0
          ? 'No cards are listed yet.'
          : wipeable.length === 0
            ? 'Wipe no card yet'
            : `${wipeable.map((a) => a.card.label).join(', ')} may be wiped. No other card.`}
      </Answer>
      {used.length > 0 && (
        <Text color="soft" mt="2px">
          {rolledSafe} of {used.length} rolled cards are safe.
        </Text>
      )}
      {running.map((job) => (
        <Running key={job.id} job={job} />
      ))}
      <Section title="Cards">
        <Grid
          display={{ base: 'none', md: 'grid' }}
          templateColumns="56px 90px 96px 112px 1fr"
          gap="10px"
          color="faint"
          fontSize="12px"
          borderBottom="1px solid"
          borderColor="line"
          pb="3px"
        >
          <Text>card</Text>
          <Text>from</Text>
          <Text>on it</Text>
          <Text>copies</Text>
          <Text>may I wipe it?</Text>
        </Grid>
        {answers.map(({ card, answer, history }) => {
          const volume = volumeOf('card', card.folder)
          const device = card.cameraId
            ? `camera ${production.camera[card.cameraId]?.letter}`
            : card.recorderId
              ? `sound ${production.recorder[card.recorderId]?.letter}`
              : ''
          const untouched = !used.some((a) => a.card.id === card.id)
          return (
            <Box
              asChild
              key={card.id}
              display="grid"
              gridTemplateColumns={{ base: '52px 1fr', md: '56px 90px 96px 112px 1fr' }}
              gap="10px"
              w="100%"
              minH={{ base: '52px', md: '44px' }}
              py={{ base: '6px', md: 0 }}
              alignItems="center"
              textAlign="left"
              borderBottom="1px solid"
              borderColor="line"
              bg={card.id === chosen?.card.id ? 'leaf' : undefined}
              boxShadow={card.id === chosen?.card.id ? 'inset 3px 0 0 var(--chakra-colors-action)' : undefined}
              data-card={card.label}
            >
              <button type="button" onClick={() => setChosenId(card.id)}>
                <Text as="span" fontSize="18px" fontWeight={700} pl="8px">
                  {card.label}
                </Text>
                <Text as="span" color="soft" display={DESK_ONLY}>
                  {device}
                </Text>
                <Text as="span" fontFamily="mono" fontSize="13px" display={DESK_ONLY}>
                  {volume ? sayBytes(volume.bytes) : 'not in reader'}
                </Text>
                <Text as="span" display={DESK_ONLY}>
                  {answer.checkedCopies} of {rule.checked} checked
                </Text>
                <Text
                  as="span"
                  fontWeight={answer.may ? 700 : 400}
                  color={answer.may ? 'safe' : untouched ? 'faint' : answer.goodCopies === 0 ? 'stop' : 'watch'}
                >
                  {answer.may
                    ? `yes: ${answer.reasons[0]}`
                    : history.alreadyWiped
                      ? 'wiped'
                      : untouched
                        ? 'no take logged, no copy'
                        : `no: ${answer.reasons.join(' ')}`}
                </Text>
              </button>
            </Box>
          )
        })}
      </Section>
      <Section title="Drives">
        {drives.map((drive) => {
          const volume = volumeOf('drive', drive.folder)
          const holder = Object.values(production.custody)
            .filter((c) => c.driveId === drive.id)
            .sort((a, b) => b.version - a.version)[0]
          return (
            <Grid
              key={drive.id}
              templateColumns={{ base: '56px 1fr auto', md: '56px 60px 150px 1fr auto' }}
              gap="10px"
              py="6px"
              borderBottom="1px solid"
              borderColor="line"
              alignItems="center"
            >
              <Text fontWeight={700} pl="8px">
                {drive.label}
              </Text>
              <Text color="soft" display={DESK_ONLY}>
                {drive.speed}
              </Text>
              <Text fontFamily="mono" fontSize="13px" display={DESK_ONLY}>
                {volume ? `${sayBytes(volume.freeBytes ?? 0)} free` : 'not plugged in'}
              </Text>
              <Text color="soft">
                {holder
                  ? `with ${production.person[holder.personId]?.name}${holder.place ? `, ${holder.place}` : ''}`
                  : 'nobody is down as holding it'}
              </Text>
              {rights.log && <HandOver driveId={drive.id} />}
            </Grid>
          )
        })}
      </Section>
      {rights.plan && unknown.length > 0 && (
        <Section title="Seen by the reader, not listed">
          <Flex gap="8px" wrap="wrap">
            {unknown.map((v) => (
              <Button
                key={`${v.kind} ${v.folder}`}
                onClick={() =>
                  v.kind === 'card'
                    ? addRecord('card', `List card ${v.folder}`, { label: v.folder.slice(0, 12), folder: v.folder })
                    : addRecord('drive', `List drive ${v.folder}`, { label: v.folder.slice(0, 12), folder: v.folder })
                }
              >
                List {v.kind} {v.folder}
              </Button>
            ))}
          </Flex>
        </Section>
      )}
      {rights.plan && (
        <Section title="Labels and sizes">
          <Sheet
            kind="card"
            name="Cards"
            rows={cards}
            onAdd={() => {
              const label = nextNumbered('A', labelsAndFolders(cards))
              addRecord('card', 'Add a card', { label, folder: label })
            }}
            columns={[
              { field: 'label', head: 'card', width: '70px' },
              { field: 'cameraId', head: 'camera', width: '70px' },
              { field: 'recorderId', head: 'sound', width: '70px' },
              { field: 'capacityGb', head: 'size, GB', width: '80px', align: 'right', mono: true },
              { field: 'folder', head: 'folder in the reader', width: '160px', mono: true },
            ]}
          />
          <Box mt="12px">
            <Sheet
              kind="drive"
              name="Drives"
              rows={drives}
              onAdd={() => {
                const label = nextNumbered('S', labelsAndFolders(drives))
                addRecord('drive', 'Add a drive', { label, folder: label })
              }}
              columns={[
                { field: 'label', head: 'drive', width: '70px' },
                { field: 'speed', head: 'speed', width: '70px' },
                { field: 'capacityGb', head: 'size, GB', width: '80px', align: 'right', mono: true },
                { field: 'folder', head: 'folder', width: '160px', mono: true },
              ]}
            />
          </Box>
        </Section>
      )}
    </Page>
  )
}

function Running({ job }: { job: Job }) {
  const production = useProduction()
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
        <Text fontFamily="mono" fontSize="13px">
          {sayBytes(job.bytesPerSecond)}/s{job.secondsLeft !== null ? `, ${minutesSeconds(job.secondsLeft)} left` : ''}
        </Text>
        {rights.log && (
          <Button
            ml="auto"
            kind="stop"
            onClick={() => {
              api(`/productions/${job.productionId}/media/jobs/${job.id}/stop`, {}).catch((error: Error) =>
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

interface PanelProps {
  readonly card: RecordOf<'card'>
  readonly answer: ReturnType<typeof mayWipe>
  readonly drives: readonly RecordOf<'drive'>[]
  readonly volume: MediaVolume | undefined
  readonly job: Job | undefined
}

function CardPanel({ card, answer, drives, volume, job }: PanelProps) {
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

function HandOver({ driveId }: { driveId: string }) {
  const { person } = useProduction()
  const give = (personId: string) => {
    if (personId) {
      const { at, deviceAt } = stamp()
      const refused = commit('Hand over a drive', [
        {
          op: 'create',
          kind: 'custody',
          id: uuidv7(),
          fields: blank('custody', { driveId, personId, since: at, deviceAt }),
        },
      ])
      if (refused) say(refused, 'stop')
    }
  }
  return (
    <Select aria-label="Hand over to" value="" w="130px" onChange={(e) => give(e.target.value)}>
      <option value="">Hand over to …</option>
      {Object.values(person).map((p) => (
        <option key={p.id} value={p.id}>
          {p.name}
        </option>
      ))}
    </Select>
  )
}

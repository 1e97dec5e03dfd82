import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { pen } from '../../store/clock.ts'
import { commitOrSay, say } from '../../store/production.ts'
import { useParts, useRights } from '../../store/selectors.ts'
import { Input, Select } from '../../ui/fields.tsx'
import { Button } from '../../ui/parts.tsx'
import { asId, type Id, type PlainChange, type RecordFields } from '@kavrell/core/records'
import { correct, type RunState, type SetClock, takeHappens, type TakeState } from '@kavrell/core/takes'
import { differenceFrames, parseTimecode, secondsOfFrames } from '@kavrell/core/timecode'

type Verdict = Extract<RecordFields<'takeEvent'>['type'], 'good' | 'best' | 'no-good' | 'open'>
const VERDICTS: readonly (readonly [Verdict, string])[] = [
  ['good', 'Good'],
  ['best', 'Best'],
  ['no-good', 'No good'],
  ['open', 'Not judged'],
]

/** Puts right what was logged of a take. What was logged stays under it: who says otherwise, when and why, is added. */
export function CorrectTake({ state, clock, onClose }: { state: TakeState; clock: SetClock; onClose: () => void }) {
  const { shot, card } = useParts('shot', 'card')
  const rights = useRights()
  const { take, struck } = state
  const [slate, setSlate] = useState(take.slate)
  const [number, setNumber] = useState(String(take.number))
  const codes = take.shotIds.flatMap((id) => shot[id]?.code ?? []).join(' ')
  const [shots, setShots] = useState(codes)
  const [note, setNote] = useState(state.notes.at(-1) ?? '')
  const [reason, setReason] = useState('')
  const [runs, setRuns] = useState<Readonly<Record<string, Partial<RunEdit>>>>({})
  const [fault, setFault] = useState<string | null>(null)
  if (!rights.log) return null
  const judge = (verdict: Verdict) => {
    commitOrSay(`${take.slate} take ${take.number}: ${verdict}`, [takeHappens(pen(), clock, state, verdict)])
    onClose()
  }
  const strike = () => {
    commitOrSay(`${take.slate} take ${take.number}: ${struck ? 'counts' : 'false start'}`, [
      takeHappens(pen(), clock, state, struck ? 'restored' : 'struck'),
    ])
    onClose()
  }
  const save = () => {
    const changes: PlainChange[] = []
    const now = pen()
    const wanted = shots.trim().toUpperCase().split(/[\s,]+/).filter(Boolean) // prettier-ignore
    const found = wanted.map((code) => Object.values(shot).find((one) => one.code.toUpperCase() === code))
    const missing = wanted.filter((_, i) => !found[i])
    if (missing.length > 0) return setFault(`There is no shot ${missing.join(', ')}.`)
    const n = Number(number)
    if (!take.wild && (!Number.isInteger(n) || n < 0 || n > 9999))
      return setFault('A take has a whole number, such as 3.')
    if (!slate.trim()) return setFault('A slate needs its letters or number.')
    const shotIds = found.flatMap((one) => one?.id ?? [])
    const moved = shots.trim() !== codes
    if (slate.trim() !== take.slate || n !== take.number || moved)
      changes.push(
        correct(now, {
          takeId: take.id,
          reslates: true,
          slate: slate.trim(),
          number: n,
          shotIds,
          orderItemId: moved ? null : take.orderItemId,
          reason,
        }),
      )
    for (const run of state.runs) {
      const fields = correctionOf(run, runs[run.id] ?? {})
      if (!fields.ok) return setFault(fields.says)
      if (fields.changed) changes.push(correct(now, { runId: asId(run.id), ...fields.changed, reason }))
    }
    const noteId = state.noteIds.at(-1)
    if (note.trim() !== (state.notes.at(-1) ?? ''))
      changes.push(
        noteId
          ? correct(now, { eventId: noteId, text: note.trim(), reason })
          : takeHappens(now, clock, state, 'note', note.trim()),
      )
    if (changes.length === 0) return onClose()
    if (!commitOrSay(`Correct ${take.slate} take ${take.number}`, changes)) return
    say('Put right. What was logged stays under it.')
    onClose()
  }
  return (
    <Box bg="leaf" borderLeft="3px solid" borderColor="action" px="10px" py="8px" data-correcting>
      <Flex gap="6px" wrap="wrap">
        {VERDICTS.map(([verdict, says]) => (
          <Button key={verdict} minH={{ base: '44px', md: '30px' }} onClick={() => judge(verdict)}>
            {says}
          </Button>
        ))}
        <Button minH={{ base: '44px', md: '30px' }} onClick={strike}>
          {struck ? 'It counts' : 'False start'}
        </Button>
      </Flex>
      <Grid templateColumns="64px 1fr" gap="6px 10px" mt="10px" alignItems="center" fontSize="small">
        <Text color="soft">slate</Text>
        <Flex gap="6px" align="center">
          <Input aria-label="Slate" w="90px" value={slate} onChange={(e) => setSlate(e.target.value)} />
          <Text color="soft">take</Text>
          <Input aria-label="Take number" w="60px" value={number} onChange={(e) => setNumber(e.target.value)} />
        </Flex>
        {!take.wild && (
          <>
            <Text color="soft">shots</Text>
            <Input aria-label="Shots" value={shots} onChange={(e) => setShots(e.target.value)} />
          </>
        )}
        {state.runs
          .filter((run) => run.how !== 'take')
          .map((run) => (
            <RunLine
              key={run.id}
              run={run}
              edit={runs[run.id] ?? {}}
              cards={Object.values(card)}
              onEdit={(edit) => setRuns({ ...runs, [run.id]: { ...runs[run.id], ...edit } })}
            />
          ))}
        <Text color="soft">note</Text>
        <Input aria-label="Note" value={note} onChange={(e) => setNote(e.target.value)} />
        <Text color="soft">why</Text>
        <Input
          aria-label="Why"
          placeholder="such as: read from the clip"
          value={reason}
          onChange={(e) => setReason(e.target.value)}
        />
      </Grid>
      {fault && (
        <Text role="alert" color="stop" fontSize="small" mt="6px">
          {fault}
        </Text>
      )}
      <Flex gap="8px" mt="10px" align="center" wrap="wrap">
        <Button kind="main" minH={{ base: '44px', md: '30px' }} onClick={save}>
          Correct it
        </Button>
        <Button minH={{ base: '44px', md: '30px' }} onClick={onClose}>
          Leave
        </Button>
        <Text color="soft" fontSize="note">
          {state.corrections.length > 0
            ? `Put right ${state.corrections.length === 1 ? 'once' : `${state.corrections.length} times`} before. `
            : ''}
          What was logged stays under it.
        </Text>
      </Flex>
    </Box>
  )
}

interface RunEdit {
  readonly start: string
  readonly stop: string
  readonly cardId: string
}

function RunLine({
  run,
  edit,
  cards,
  onEdit,
}: {
  run: RunState
  edit: Partial<RunEdit>
  cards: readonly { readonly id: string; readonly label: string }[]
  onEdit: (edit: Partial<RunEdit>) => void
}) {
  const { camera, recorder } = useParts('camera', 'recorder')
  const letter = (run.device.kind === 'camera' ? camera[run.device.id] : recorder[run.device.id])?.letter ?? '?'
  return (
    <Grid gridColumn="span 2" templateColumns="22px 1fr 1fr 62px" gap="4px" alignItems="center">
      <Text fontWeight={700}>{letter}</Text>
      <Input
        aria-label={`${letter} from`}
        fontFamily="mono"
        fontSize="note"
        letterSpacing="-0.03em"
        px="4px"
        value={edit.start ?? run.start.timecode}
        onChange={(e) => onEdit({ start: e.target.value })}
      />
      <Input
        aria-label={`${letter} to`}
        fontFamily="mono"
        fontSize="note"
        letterSpacing="-0.03em"
        px="4px"
        placeholder="rolls"
        value={edit.stop ?? run.stop?.timecode ?? ''}
        onChange={(e) => onEdit({ stop: e.target.value })}
      />
      <Select
        aria-label={`${letter} card`}
        value={edit.cardId ?? run.cardId ?? ''}
        onChange={(e) => onEdit({ cardId: e.target.value })}
      >
        {run.cardId === null && <option value="">no card</option>}
        {cards.map((card) => (
          <option key={card.id} value={card.id}>
            {card.label}
          </option>
        ))}
      </Select>
    </Grid>
  )
}

type Corrected = Pick<
  RecordFields<'correction'>,
  'startTimecode' | 'startedAt' | 'stopTimecode' | 'stoppedAt' | 'cardId'
>

/** What of a run is said to be otherwise, with the moments that its labels stand for. */
function correctionOf(
  run: RunState,
  { start, stop, cardId }: Partial<RunEdit>,
): { ok: true; changed: Partial<Corrected> | null } | { ok: false; says: string } {
  const changed: { -readonly [K in keyof Corrected]?: Corrected[K] } = {}
  const moment = (label: string): string | null => {
    // As far from the start as its frames say: a label alone names no date.
    const ahead = differenceFrames(run.start.timecode, label, run.rate)
    if (!ahead.ok) return null
    const seconds = secondsOfFrames(ahead.value, run.rate)
    const half = 43_200
    const fromMs = Date.parse(run.start.at)
    return new Date(fromMs + (seconds > half ? seconds - 2 * half : seconds) * 1000).toISOString()
  }
  for (const label of [start, stop])
    if (label && !parseTimecode(label, run.rate).ok)
      return { ok: false, says: `${label} is no label at this rate; one looks like ${run.start.timecode}.` }
  if (start && start !== run.start.timecode) {
    changed.startTimecode = start
    changed.startedAt = moment(start)
  }
  if (stop && stop !== run.stop?.timecode) {
    changed.stopTimecode = stop
    changed.stoppedAt = moment(stop)
  }
  const from = changed.startedAt ?? run.start.at
  const until = changed.stoppedAt ?? run.stop?.at
  if (until && until < from) return { ok: false, says: 'A run stops after it starts.' }
  if (cardId && cardId !== run.cardId) changed.cardId = cardId as Id<'card'>
  return { ok: true, changed: Object.keys(changed).length > 0 ? changed : null }
}

import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { asId, lastRank, rankBetween, readValue, type RecordOf, updateRecord } from '@kavrell/core/records'
import { type CueRead, furthestOff, isOff, readCues, type SetupReading } from '@kavrell/core/setup'
import { exposureError } from '@kavrell/core/text'
import { commitOrSay, say } from '../../store/production.ts'
import { useProduction, useRecords, useRights } from '../../store/selectors.ts'
import { addRecord, takeOut } from '../../ui/addRecord.ts'
import { Input, Select } from '../../ui/fields.tsx'
import { Button, Hint, Section } from '../../ui/parts.tsx'
import { RecordField } from '../../ui/RecordField.tsx'

/** Steps of light within a shot: a door opens, a lamp fails. Each is judged as the shot is. */
export function Cues({ setup, reading }: { setup: RecordOf<'setup'>; reading: SetupReading }) {
  const production = useProduction()
  const rights = useRights()
  const cues = useMemo(() => readCues(production, setup), [production, setup])
  const all = useRecords('lightCue')
  const add = () =>
    addRecord('lightCue', 'Add a cue', {
      setupId: setup.id,
      name: `Cue ${cues.length + 1}`,
      shotId: reading.shots.length === 1 ? reading.shots[0]!.shot.id : null,
      levels: {},
      rank: rankBetween(lastRank(Object.values(all)), null),
    })
  return (
    <Section title="Cues of light" actions={rights.plan && <Button onClick={add}>Add a cue</Button>}>
      {cues.length === 0 && (
        <Hint>
          A cue is a moment within a shot at which lamps change: the door opens, the candle goes out. Say which lamps go
          to what level and who works them; the light after it is judged as the shot is.
        </Hint>
      )}
      {cues.map((cue, i) => (
        <CueRow key={cue.cue.id} read={cue} turn={i + 1} lamps={reading.lamps} />
      ))}
    </Section>
  )
}

function CueRow({ read, turn, lamps }: { read: CueRead; turn: number; lamps: SetupReading['lamps'] }) {
  const { cue, changes, shots } = read
  const rights = useRights()
  const set = (levels: Readonly<Record<string, number>>) =>
    commitOrSay(`Levels of ${cue.name}`, [updateRecord('lightCue', cue.id, { levels })])
  const free = lamps.filter((lamp) => !(lamp.id in cue.levels))
  return (
    <Box py="8px" borderBottom="1px solid" borderColor="line">
      <Grid templateColumns="24px 2fr 1fr 1fr auto" gap="8px" alignItems="end">
        <Text fontWeight={700} pb="7px">
          {turn}
        </Text>
        <RecordField kind="lightCue" id={cue.id} field="name" />
        <RecordField kind="lightCue" id={cue.id} field="shotId" />
        <RecordField kind="lightCue" id={cue.id} field="personId" />
        {rights.plan && (
          <Button kind="stop" onClick={() => takeOut('lightCue', cue.id, cue.name)}>
            Remove
          </Button>
        )}
      </Grid>
      <Flex gap="12px" mt="6px" ml="32px" wrap="wrap" align="center">
        {changes.map(({ lamp, fromPct, toPct }) => (
          <Flex key={lamp.id} gap="6px" align="center">
            <Text>
              {lamp.role}, {lamp.name}: {fromPct} % to
            </Text>
            <Level
              label={`${lamp.name} after ${cue.name}, %`}
              pct={toPct}
              disabled={!rights.plan}
              onLevel={(to) => set({ ...cue.levels, [lamp.id]: to })}
            />
            <Text>%</Text>
            {rights.plan && (
              <Button
                kind="word"
                onClick={() => set(Object.fromEntries(Object.entries(cue.levels).filter(([id]) => id !== lamp.id)))}
              >
                not this
              </Button>
            )}
          </Flex>
        ))}
        {rights.plan && free.length > 0 && (
          <Select
            aria-label={`A lamp that ${cue.name} changes`}
            value=""
            w="150px"
            onChange={(e) => set({ ...cue.levels, [asId<'lamp'>(e.target.value)]: 0 })}
          >
            <option value="">A lamp …</option>
            {free.map((lamp) => (
              <option key={lamp.id} value={lamp.id}>
                {lamp.role}, {lamp.name}
              </option>
            ))}
          </Select>
        )}
      </Flex>
      {changes.length > 0 && (
        <Text ml="32px" mt="4px" color={shots.some(isOff) && !cue.meant ? 'stop' : 'soft'}>
          {shots.length === 0
            ? 'No shot is read after it.'
            : shots.map((shot) => `${shot.shot.code} ${exposureError(furthestOff(shot).errorStops)}`).join(', ')}
          {cue.meant ? ': as it is meant' : ''}
        </Text>
      )}
    </Box>
  )
}

/** A level as it is typed: kept when it is left, refused in a sentence. */
function Level({
  label,
  pct,
  disabled,
  onLevel,
}: {
  label: string
  pct: number
  disabled: boolean
  onLevel: (pct: number) => void
}) {
  const [typed, setTyped] = useState<string | null>(null)
  const keep = () => {
    const read = typed === null ? null : readValue('lamp', 'levelPct', typed, new Map(), 'metric')
    setTyped(null)
    if (read && !read.ok) say(read.error, 'stop')
    else if (read && read.value !== pct) onLevel(read.value as number)
  }
  return (
    <Input
      aria-label={label}
      w="62px"
      value={typed ?? String(pct)}
      disabled={disabled}
      onChange={(e) => setTyped(e.target.value)}
      onBlur={keep}
      onKeyDown={(e) => {
        if (e.key === 'Enter') keep()
        if (e.key === 'Escape') setTyped(null)
      }}
    />
  )
}

import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { type CueAt, cueList, type CuesOf, practiceFirst, rehearsalsOf, sayCueFault } from '@kavrell/core/cues'
import { createRecord, inOrder, lastRank, type RecordOf, updateRecord } from '@kavrell/core/records'
import { counted, lapse } from '@kavrell/core/text'
import { stamp, useBoxTime } from '../../store/clock.ts'
import { newId } from '../../store/newId.ts'
import { newRank } from '../../store/newRank.ts'
import { commitOrSay } from '../../store/production.ts'
import { useParts, useRights } from '../../store/selectors.ts'
import { addRecord, takeOut } from '../../ui/addRecord.ts'
import { ChooseOne } from '../../ui/ChooseOne.tsx'
import { cameWords, CueSteps } from '../../ui/CueSteps.tsx'
import { Answer, Button, Hint, Section } from '../../ui/parts.tsx'
import { RecordField } from '../../ui/RecordField.tsx'

const ofKey = (key: string): CuesOf => {
  const [kind, id] = key.split(':') as [string, string]
  return kind === 'moment' ? { momentId: id } : { shotId: id }
}
const fieldsOf = (of: CuesOf) => of as Partial<Pick<RecordOf<'cue'>, 'momentId' | 'shotId'>>

/** Who does what on which word or at which time; gone through and logged, what fails comes first. */
export function Cues() {
  const records = useParts('cue', 'rehearsal', 'cueRun', 'moment', 'momentCamera', 'soundSource', 'person', 'shot')
  const rights = useRights()
  const [chosen, choose] = useState<string | null>(null)
  const [rehearsing, setRehearsing] = useState<string | null>(null)
  const names = new Map<string, string>([
    ...Object.values(records.moment).map(({ id, name }) => [`moment:${id}`, name] as const),
    ...inOrder(records.shot).map(({ id, code, sees }) => [`shot:${id}`, `${code} ${sees}`] as const),
  ])
  const withCues = [...new Set(Object.values(records.cue).map((cue) => cue.momentId ? `moment:${cue.momentId}` : `shot:${cue.shotId}`))] // prettier-ignore
  const key = chosen ?? withCues.find((one) => names.has(one)) ?? [...names.keys()][0] ?? null
  if (!key) return <Hint>Cues belong to a moment that is covered, or to a shot. Plan one of them first.</Hint>
  const of = ofKey(key)
  const list = cueList(records, of)
  const rehearsals = rehearsalsOf(records, of)
  const running = rehearsals.find(({ id }) => id === rehearsing)
  const add = () =>
    addRecord('cue', 'Add a cue', { ...fieldsOf(of), rank: newRank(lastRank(Object.values(records.cue))) })
  const rehearse = () => {
    const { at, deviceAt } = stamp()
    const id = newId<'rehearsal'>()
    const begun = createRecord('rehearsal', { ...fieldsOf(of), beganAt: at, deviceAt }, id)
    if (commitOrSay(`Rehearse ${names.get(key) ?? ''}`, [begun])) setRehearsing(id)
  }
  const troubled = list.filter(({ faults }) => faults.length > 0).length
  const first = practiceFirst(records, list).filter(({ practice }) => practice.need > 0.34)
  return (
    <Box mt="14px">
      <Flex gap="14px" align="end" wrap="wrap">
        <Box minW="260px">
          <ChooseOne label="Cues of" names={names} value={key} optional={false} onChoose={(one) => choose(one)} />
        </Box>
        {rights.plan && <Button onClick={add}>Add a cue</Button>}
        {rights.log && list.length > 0 && (
          <Button kind="main" onClick={running ? () => setRehearsing(null) : rehearse}>
            {running ? 'End the rehearsal' : 'Rehearse'}
          </Button>
        )}
      </Flex>
      <Box mt="12px">
        <Answer tone={troubled > 0 ? 'stop' : first.length > 0 ? 'watch' : 'ink'}>
          {list.length === 0
            ? 'No cue yet'
            : troubled > 0
              ? `${counted(troubled, 'cue')} cannot come as written`
              : first.length === 0
                ? 'Every cue has come right'
                : first[0]!.practice.runs.length === 0
                  ? `“${first[0]!.at.cue.name}” was never rehearsed`
                  : `Practise “${first[0]!.at.cue.name}” first`}
        </Answer>
      </Box>
      {running && (
        <Section title={`Rehearsal ${rehearsals.length}`}>
          <Started startMs={Date.parse(running.beganAt)} />
          <CueSteps list={list} rehearsal={running} startMs={Date.parse(running.beganAt)} />
        </Section>
      )}
      {list.map((one) => (
        <OneCue key={one.cue.id} one={one} others={list} />
      ))}
      {first.length > 0 && rehearsals.length > 0 && (
        <Section title="Practise first">
          {first.map(({ at: { cue }, practice }) => (
            <Flex key={cue.id} gap="12px" py="5px" borderBottom="1px solid" borderColor="line" wrap="wrap">
              <Text fontWeight={600} minW="180px">
                {cue.name}
              </Text>
              <Text color="soft">
                {practice.runs.length === 0 ? 'never rehearsed' : `${practice.hits} of ${practice.runs.length} right`}
                {practice.lateS !== null && Math.abs(practice.lateS) >= 0.5 && `, ${Math.abs(practice.lateS).toFixed(1)} s ${practice.lateS < 0 ? 'early' : 'late'} on the whole`}
                {practice.runs.length > 0 && `; last: ${cameWords(practice.runs.at(-1)!)}`}
              </Text>
            </Flex>
          ))}
        </Section>
      )}
      {list.length === 0 && (
        <Hint>
          A cue says what is done, by whom, on which words or after how many seconds, and which picture and sound go with
          it. Flashes, haze and blackouts are told to everybody in the room before the first rehearsal.
        </Hint>
      )}
    </Box>
  )
} // prettier-ignore

const Started = ({ startMs }: { startMs: number }) => (
  <Text fontFamily="mono" color="soft" mb="6px">
    {lapse((useBoxTime(2) - startMs) / 1000)} since it began
  </Text>
)

/** A cue with when it comes; opened, with all it has. */
function OneCue({ one: { cue, atS, faults }, others }: { one: CueAt; others: readonly CueAt[] }) {
  const records = useParts('person', 'camera', 'soundSource', 'cueRun')
  const rights = useRights()
  const [open, setOpen] = useState(cue.name === 'New cue')
  const before = new Map(others.filter((other) => other.cue.id !== cue.id).map((other) => [other.cue.id as string, other.cue.name])) // prettier-ignore
  // What was rehearsed stays in the log: it is taken out, and not removed.
  const remove = () =>
    Object.values(records.cueRun).some(({ cueId }) => cueId === cue.id)
      ? commitOrSay(`Take out ${cue.name}`, [updateRecord('cue', cue.id, { gone: true })])
      : takeOut('cue', cue.id, cue.name)
  return (
    <Box borderBottom="1px solid" borderColor="line" py="7px" data-cue={cue.name}>
      <Grid templateColumns={{ base: '64px 1fr', md: '72px 1.4fr 1fr 1.4fr auto' }} gap="2px 12px" alignItems="baseline">
        <Text fontFamily="mono">{atS === null ? '–' : lapse(atS)}</Text>
        <Text fontWeight={700}>{cue.name}</Text>
        <Text color="soft">{records.person[cue.personId ?? '']?.name ?? 'nobody yet'}</Text>
        <Text color="soft">
          {[cue.onWords && `on “${cue.onWords}”`, cue.cameraId && `picture ${records.camera[cue.cameraId]?.letter}`, cue.sourceId && `sound ${records.soundSource[cue.sourceId]?.name}`].filter(Boolean).join(', ')}
        </Text>
        {rights.plan && (
          <Button kind="quiet" aria-label={`${open ? 'Close' : 'Change'} ${cue.name}`} onClick={() => setOpen(!open)}>
            {open ? 'Close' : 'Change'}
          </Button>
        )}
      </Grid>
      {faults.map((fault) => (
        <Text key={fault.kind} color="stop" fontWeight={600} pl={{ base: 0, md: '84px' }}>
          {sayCueFault(fault, cue, records)}
        </Text>
      ))}
      {open && (
        <Grid templateColumns="repeat(auto-fill, minmax(150px, 1fr))" gap="8px 14px" mt="6px" alignItems="end">
          {(['name', 'personId', 'onWords', 'atS', 'cameraId', 'sourceId'] as const).map((field) => (
            <RecordField key={field} kind="cue" id={cue.id} field={field} />
          ))}
          <RecordField kind="cue" id={cue.id} field="afterId" names={before} />
          {cue.afterId && <RecordField kind="cue" id={cue.id} field="afterS" />}
          <Button kind="word" onClick={remove}>
            Take out
          </Button>
        </Grid>
      )}
    </Box>
  )
} // prettier-ignore

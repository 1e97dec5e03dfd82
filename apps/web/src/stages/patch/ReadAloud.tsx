import { Box, Flex, Text } from '@chakra-ui/react'
import { diffWordsWithSpace } from 'diff'
import { useMemo, useState } from 'react'
import { paceOf, pausesIn, readingTime, wordsIn } from '@kavrell/core/cues'
import { createRecord, inOrder, lastRank, type RecordOf } from '@kavrell/core/records'
import { counted, lapse } from '@kavrell/core/text'
import { stamp, useBoxTime } from '../../store/clock.ts'
import { newId } from '../../store/newId.ts'
import { newRank } from '../../store/newRank.ts'
import { commitOrSay } from '../../store/production.ts'
import { useParts, useRights } from '../../store/selectors.ts'
import { addRecord } from '../../ui/addRecord.ts'
import { Answer, Button, Hint } from '../../ui/parts.tsx'
import { RecordField } from '../../ui/RecordField.tsx'

type Prompt = RecordOf<'prompt'>

/** What is read from the prompter: how long it takes whoever reads it, and whether what stands there is the latest. */
export function ReadAloud() {
  const records = useParts('prompt', 'promptIssue')
  const rights = useRights()
  const texts = inOrder(records.prompt)
  const stale = texts.filter((prompt) => isStale(prompt, issuedOf(prompt.id, records.promptIssue)))
  const add = () => addRecord('prompt', 'Add a text', { rank: newRank(lastRank(texts)) })
  return (
    <Box mt="14px">
      <Answer tone={stale.length > 0 ? 'stop' : 'ink'}>
        {texts.length === 0
          ? 'Nothing is read aloud'
          : stale.length > 0
            ? `The prompter has an older text of ${stale.map(({ name }) => `“${name}”`).join(', ')}`
            : texts.every((prompt) => issuedOf(prompt.id, records.promptIssue))
              ? 'What went onto the prompter is the latest'
              : 'Not every text went onto the prompter'}
      </Answer>
      <Text color="soft" mt="2px">
        By what was logged here; what the prompter shows only a look at it tells.
      </Text>
      {texts.map((prompt) => (
        <OneText key={prompt.id} prompt={prompt} />
      ))}
      {rights.plan && (
        <Button mt="12px" kind={texts.length === 0 ? 'main' : 'plain'} onClick={add}>
          Add a text
        </Button>
      )}
      <Box mt="8px">
        <Hint>What stands in [brackets] is not read; [3 s] is a pause of so long.</Hint>
      </Box>
    </Box>
  )
}

const issuedOf = (promptId: string, issues: Readonly<Record<string, RecordOf<'promptIssue'>>>) =>
  Object.values(issues)
    .filter((issue) => issue.promptId === promptId)
    .toSorted((a, b) => Date.parse(a.issuedAt) - Date.parse(b.issuedAt) || a.version - b.version)
    .at(-1)
const isStale = (prompt: Prompt, issued: RecordOf<'promptIssue'> | undefined) =>
  issued !== undefined && issued.words.trim() !== prompt.words.trim()

function OneText({ prompt }: { prompt: Prompt }) {
  const records = useParts('promptRead', 'promptIssue', 'person')
  const rights = useRights()
  const [sinceMs, setSince] = useState<number | null>(null)
  const reader = records.person[prompt.personId ?? '']?.name
  const reads = Object.values(records.promptRead).filter(({ personId, promptId }) =>
    prompt.personId ? personId === prompt.personId : promptId === prompt.id,
  )
  const pace = paceOf(reads)
  const time = readingTime(prompt.words, pace)
  const issued = issuedOf(prompt.id, records.promptIssue)
  const read = () => {
    const { at, deviceAt } = stamp()
    const tookS = (Date.parse(at) - sinceMs!) / 1000 - pausesIn(prompt.words)
    setSince(null)
    // Somebody who stopped at once did not read it.
    if (tookS < 2) return
    commitOrSay(`${reader ?? 'Somebody'} read ${prompt.name} in ${lapse(tookS)}`, [
      createRecord('promptRead', { promptId: prompt.id, personId: prompt.personId, words: time.words, tookS, readAt: at, deviceAt }, newId()),
    ])
  }
  const issue = () => {
    const { at, deviceAt } = stamp()
    commitOrSay(`${prompt.name} onto the prompter`, [
      createRecord('promptIssue', { promptId: prompt.id, words: prompt.words, issuedAt: at, deviceAt }, newId()),
    ])
  }
  return (
    <Box mt="18px" data-prompt={prompt.name}>
      <Flex gap="14px" wrap="wrap" align="end">
        <RecordField kind="prompt" id={prompt.id} field="name" width="230px" />
        <RecordField kind="prompt" id={prompt.id} field="personId" width="190px" />
        <Box flex="1" minW="200px">
          <Text fontSize="large" fontWeight={700}>
            {time.words === 0 ? 'nothing to read' : `${lapse(time.seconds)}, ${lapse(time.fromS)} to ${lapse(time.toS)} eight times in ten`}
          </Text>
          <Text color="soft" fontSize="small">
            {counted(time.words, 'word')} at {Math.round(pace.wordsPerMin)} a minute,{' '}
            {pace.reads === 0 ? 'as is usual: nobody was timed' : `${reader ? `${reader}’s own pace` : 'the reader’s pace'}, ${counted(pace.reads, 'reading')}`}
            {time.pausesS > 0 && `, and ${time.pausesS} s of pauses`}
          </Text>
        </Box>
      </Flex>
      <Box mt="8px">
        <RecordField kind="prompt" id={prompt.id} field="words" rows={5} />
      </Box>
      <Flex gap="8px" mt="8px" align="center" wrap="wrap">
        {rights.log && time.words > 0 && (
          <Button onClick={sinceMs === null ? () => setSince(Date.parse(stamp().at)) : read}>
            {sinceMs === null ? 'Time a reading' : <Running sinceMs={sinceMs} />}
          </Button>
        )}
        {sinceMs !== null && (
          <Button kind="word" onClick={() => setSince(null)}>
            Forget it
          </Button>
        )}
        {rights.log && wordsIn(prompt.words) > 0 && (!issued || isStale(prompt, issued)) && (
          <Button kind="main" onClick={issue}>
            It is on the prompter
          </Button>
        )}
        {issued && !isStale(prompt, issued) && <Text color="soft">On the prompter as it stands.</Text>}
      </Flex>
      {issued && isStale(prompt, issued) && <Changed before={issued.words} now={prompt.words} />}
    </Box>
  )
} // prettier-ignore

const Running = ({ sinceMs }: { sinceMs: number }) => <>Read to the end, {lapse((useBoxTime(4) - sinceMs) / 1000)}</>

/** What the prompter lacks, word by word. */
function Changed({ before, now }: { before: string; now: string }) {
  const pieces = useMemo(() => diffWordsWithSpace(before.trim(), now.trim()), [before, now])
  return (
    <Box mt="8px" whiteSpace="pre-wrap" data-changed>
      {pieces.map(({ value, added, removed }, i) =>
        added ? (
          <Box as="ins" key={i} bg="tint" fontWeight={700} textDecoration="none">
            {value}
          </Box>
        ) : removed ? (
          <Box as="del" key={i} color="stop">
            {value}
          </Box>
        ) : (
          <Box as="span" key={i} color="soft">
            {value.length > 120 ? `${value.slice(0, 55)} … ${value.slice(-55)}` : value}
          </Box>
        ),
      )}
    </Box>
  )
}

import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { FRAME_RATES, rateName } from '@kavrell/core/timecode'
import { commit, say } from '../../store/production.ts'
import { useProduction, useRights } from '../../store/selectors.ts'
import { addRecord, removeRecord } from '../../ui/addRecord.ts'
import { minutesSeconds } from '../../ui/format.ts'
import { Answer, Button, Hint, Page, Section, Title } from '../../ui/parts.tsx'
import { RecordField, Select } from '../../ui/RecordField.tsx'
import { HouseRules } from './HouseRules.tsx'

/** What must it say, and to what shape, rate and rules is it made? */
export function BriefScreen() {
  const { production, deliverable } = useProduction()
  const rights = useRights()
  const deliverables = Object.values(deliverable).sort((a, b) => (a.id < b.id ? -1 : 1))
  const field = (name: string, rows?: number) => (
    <RecordField kind="production" id={production.id} field={name} rows={rows} />
  )
  return (
    <Page aside={<HouseRules />} asideWidth="360px">
      <Title note={production.client}>Brief</Title>
      <Answer>{production.message || 'Say in one or two sentences what it must say.'}</Answer>
      {production.feel && (
        <Text color="soft" mt="8px">
          {production.feel}
        </Text>
      )}
      <Grid templateColumns={{ base: '1fr', md: '1fr 1fr' }} gap="12px" mt="20px">
        {field('title')}
        {field('client')}
        {field('message', 3)}
        {field('feel', 3)}
      </Grid>
      <Section
        title="To deliver"
        actions={
          rights.plan && (
            <Button onClick={() => addRecord('deliverable', 'Add a deliverable', { name: 'Another cut' })}>
              Add a deliverable
            </Button>
          )
        }
      >
        <Hint>Every screen crops and counts to the first one.</Hint>
        {deliverables.map((d, i) => (
          <Box key={d.id} borderTop="1px solid" borderColor="line" py="10px" mt="6px">
            <Flex align="baseline" gap="10px" mb="6px">
              <Text fontWeight={700}>{d.name}</Text>
              <Text fontFamily="mono" fontSize="13px" color="soft">
                {d.aspect.toFixed(2)} : 1, {d.rasterWidthPx} × {d.rasterHeightPx},{' '}
                {rateName({ num: d.rateNum, den: d.rateDen, drop: d.dropFrame })} fps, {minutesSeconds(d.runningTimeS)}
              </Text>
              {i > 0 && rights.plan && (
                <Button kind="quiet" ml="auto" onClick={() => removeRecord('deliverable', d.id, d.name)}>
                  Remove
                </Button>
              )}
            </Flex>
            <Grid templateColumns={{ base: '1fr 1fr', md: '1.4fr 1fr 1fr 1fr 1.2fr 1fr' }} gap="8px">
              {['name', 'aspect', 'rasterWidthPx', 'rasterHeightPx'].map((f) => (
                <RecordField key={f} kind="deliverable" id={d.id} field={f} />
              ))}
              <RateSelect id={d.id} num={d.rateNum} den={d.rateDen} drop={d.dropFrame} />
              <RecordField kind="deliverable" id={d.id} field="runningTimeS" />
            </Grid>
          </Box>
        ))}
      </Section>
      {rights.plan && (
        <Section title="Take it with you">
          <Hint>
            Everything in this production as one open file: to keep, to hand on, to bring back on another machine.
          </Hint>
          <Box asChild color="action" fontWeight={600} mt="4px" display="inline-block">
            <a href={`/api/productions/${production.id}/export.json`} download={`${production.title}.json`}>
              Export as JSON
            </a>
          </Box>
        </Section>
      )}
    </Page>
  )
}

function RateSelect({ id, num, den, drop }: { id: string; num: number; den: number; drop: boolean }) {
  const rights = useRights()
  const at = FRAME_RATES.findIndex((r) => r.num === num && r.den === den && r.drop === drop)
  const choose = (index: number) => {
    const rate = FRAME_RATES[index]!
    const refused = commit('Change frame rate', [
      { op: 'update', kind: 'deliverable', id, fields: { rateNum: rate.num, rateDen: rate.den, dropFrame: rate.drop } },
    ])
    if (refused) say(refused, 'stop')
  }
  return (
    <Box>
      <Text asChild color="soft" fontSize="12.5px" display="block">
        <label htmlFor={`rate-${id}`}>Frame rate, fps</label>
      </Text>
      <Select
        id={`rate-${id}`}
        name="deliverable.rate"
        disabled={!rights.plan}
        value={at}
        onChange={(e) => choose(Number(e.target.value))}
      >
        {FRAME_RATES.map((r, i) => (
          <option key={i} value={i}>
            {rateName(r)}
          </option>
        ))}
      </Select>
    </Box>
  )
}

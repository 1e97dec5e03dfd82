import { newRank } from '../../store/newRank.ts'
import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { commitOrSay } from '../../store/production.ts'
import { useProduction, useRights } from '../../store/selectors.ts'
import { RecordField } from '../../ui/RecordField.tsx'
import { Select } from '../../ui/fields.tsx'
import { addRecord, takeOut } from '../../ui/addRecord.ts'
import { Button, Section } from '../../ui/parts.tsx'
import { updateRecord, asId, type RecordOf, lastRank } from '@kavrell/core/records'
import { deliverablesInOrder, wontCrop } from '@kavrell/core/shotlist'
import { minutesSeconds } from '@kavrell/core/text'
import { FRAME_RATES, rateName } from '@kavrell/core/timecode'

/** What is to be delivered: the first one is what every screen crops and counts to, the others are checked against it. */
export function Deliverables() {
  const production = useProduction()
  const rights = useRights()
  const deliverables = deliverablesInOrder(production) as RecordOf<'deliverable'>[]
  const [open, setOpen] = useState<string | null>(null)
  const shots = Object.keys(production.shot).length
  const putFirst = ({ id, name }: RecordOf<'deliverable'>) => {
    const rank = newRank(null, deliverables[0]?.rank ?? null)
    commitOrSay(`Put ${name} first`, [updateRecord('deliverable', id, { rank })])
  }
  return (
    <Section
      title="To deliver"
      actions={
        rights.plan && (
          <Button
            onClick={() => {
              const rank = newRank(lastRank(deliverables))
              setOpen(addRecord('deliverable', 'Add a deliverable', { name: 'Another cut', rank }))
            }}
          >
            Add
          </Button>
        )
      }
    >
      {deliverables.map((d, i) => {
        const lost = i === 0 ? [] : wontCrop(production, d.aspect)
        return (
          <Box key={d.id} borderTop="1px solid" borderColor="line" py="8px">
            <Flex align="baseline" gap="8px">
              <Button
                kind="bare"
                fontWeight={700}
                cursor="pointer"
                aria-expanded={open === d.id}
                onClick={() => setOpen(open === d.id ? null : d.id)}
              >
                {d.name}
              </Button>
              {i > 0 && rights.plan && open === d.id && (
                <Flex ml="auto">
                  <Button kind="quiet" onClick={() => putFirst(d)}>
                    Put first
                  </Button>
                  <Button kind="quiet" onClick={() => takeOut('deliverable', d.id, d.name)}>
                    Remove
                  </Button>
                </Flex>
              )}
            </Flex>
            <Text fontFamily="mono" fontSize="small" color="soft">
              {d.aspect.toFixed(2)} : 1, {d.rasterWidthPx} × {d.rasterHeightPx},{' '}
              {rateName({ num: d.rateNum, den: d.rateDen, drop: d.dropFrame })} fps, {minutesSeconds(d.runningTimeS)}
            </Text>
            <Text fontSize="small" color={lost.length > 0 ? 'watch' : 'soft'}>
              {[
                d.shownAt,
                i === 0
                  ? 'every screen crops to this'
                  : shots === 0
                    ? ''
                    : lost.length === 0
                      ? 'every shot crops to it'
                      : `${lost.length} of ${shots} shots will not crop: ${lost
                          .slice(0, 5)
                          .map((s) => s.code)
                          .join(', ')}${lost.length > 5 ? ' …' : ''}`,
              ]
                .filter(Boolean)
                .join('; ')}
            </Text>
            {open === d.id && (
              <Grid templateColumns="1fr 1fr" gap="8px" mt="8px">
                <RecordField kind="deliverable" id={d.id} field="name" />
                <RecordField kind="deliverable" id={d.id} field="shownAt" />
                {['aspect', 'runningTimeS', 'rasterWidthPx', 'rasterHeightPx'].map((f) => (
                  <RecordField key={f} kind="deliverable" id={d.id} field={f} />
                ))}
                <RateSelect id={d.id} num={d.rateNum} den={d.rateDen} drop={d.dropFrame} />
              </Grid>
            )}
          </Box>
        )
      })}
    </Section>
  )
}

function RateSelect({ id, num, den, drop }: { id: string; num: number; den: number; drop: boolean }) {
  const rights = useRights()
  const at = FRAME_RATES.findIndex((r) => r.num === num && r.den === den && r.drop === drop)
  const choose = (index: number) => {
    const rate = FRAME_RATES[index]!
    commitOrSay('Change frame rate', [
      updateRecord('deliverable', asId(id), { rateNum: rate.num, rateDen: rate.den, dropFrame: rate.drop }),
    ])
  }
  return (
    <Box>
      <Text asChild color="soft" fontSize="note" display="block">
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

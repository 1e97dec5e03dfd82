import { Box, Flex, Text } from '@chakra-ui/react'
import type { SetUpCard, SetUpCell } from '@kavrell/core/patch'
import { createRecord, lastRank, type PlainChange, rankBetween, updateRecord } from '@kavrell/core/records'
import { newId } from '../../store/newId.ts'
import { commitOrSay, say } from '../../store/production.ts'
import { useRecords } from '../../store/selectors.ts'
import { addRecord } from '../../ui/addRecord.ts'
import { Input } from '../../ui/fields.tsx'
import { Button, Hint } from '../../ui/parts.tsx'
import { Changes } from './Changes.tsx'
import { RecordField } from '../../ui/RecordField.tsx'

/** The card itself: its lines, what they want, and what single cameras are to be set to on purpose. */
export function CardLines({ card }: { card: SetUpCard }) {
  const lines = useRecords('setUpLine')
  return (
    <>
      <Hint>
        A line of which nothing is wanted is not asked for. A camera’s own field is for what it is to be on purpose.
      </Hint>
      {card.rows.map(({ line, cells }) => (
        <Flex
          key={line.id}
          gap="10px"
          align="end"
          py="6px"
          wrap="wrap"
          borderBottom="1px solid"
          borderColor="line"
          data-card-line={line.name}
        >
          <RecordField kind="setUpLine" id={line.id} field="name" width="130px" />
          <RecordField kind="setUpLine" id={line.id} field="wanted" width="150px" />
          <RecordField kind="setUpLine" id={line.id} field="harm" width="190px" />
          {cells.map((cell) => (
            <Own key={cell.camera.id} cell={cell} />
          ))}
          <Button
            kind="word"
            onClick={() => {
              if (commitOrSay(`Take ${line.name} off the card`, [updateRecord('setUpLine', line.id, { gone: true })]))
                say(`Took ${line.name} off the card.`, 'info', true)
            }}
          >
            Take off
          </Button>
        </Flex>
      ))}
      <Button
        mt="8px"
        onClick={() => addRecord('setUpLine', 'Add a line to the card', { rank: rankBetween(lastRank(Object.values(lines)), null) })} // prettier-ignore
      >
        Add a line
      </Button>
      <Changes card={card} />
    </>
  )
}

/** What one camera is to be set to where it is another than the rest. */
function Own({ cell: { line, camera } }: { cell: SetUpCell }) {
  const own = Object.values(useRecords('setUpException')).find((one) => one.lineId === line.id && one.cameraId === camera.id && !one.setupId && !one.shotId) // prettier-ignore
  const set = (wanted: string) => {
    if (wanted === (own?.wanted ?? '')) return
    const change: PlainChange = !own
      ? createRecord('setUpException', { lineId: line.id, cameraId: camera.id, wanted }, newId())
      : wanted === ''
        ? { op: 'remove', kind: 'setUpException', id: own.id }
        : updateRecord('setUpException', own.id, { wanted })
    commitOrSay(`${line.name} of ${camera.letter}`, [change])
  }
  return (
    <Box w="92px">
      <Text color="faint" fontSize="note">
        {camera.letter}
      </Text>
      <Input
        key={own?.wanted ?? ''}
        w="92px"
        maxLength={80}
        aria-label={`${line.name} of ${camera.letter} on purpose`}
        defaultValue={own?.wanted ?? ''}
        placeholder={line.wanted}
        onBlur={(e) => set(e.target.value.trim())}
      />
    </Box>
  )
}

import { Box, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { ratesOfShots, type SetUpCard } from '@kavrell/core/patch'
import { asId, createRecord, inOrder } from '@kavrell/core/records'
import { counted } from '@kavrell/core/text'
import { newId } from '../../store/newId.ts'
import { commitOrSay } from '../../store/production.ts'
import { useParts } from '../../store/selectors.ts'
import { takeOut } from '../../ui/addRecord.ts'
import { ChooseOne } from '../../ui/ChooseOne.tsx'
import { Input, Select } from '../../ui/fields.tsx'
import { Button, Hint, Section } from '../../ui/parts.tsx'

/** What a setup or a shot changes of the card, and only while it is in hand. */
export function Changes({ card }: { card: SetUpCard }) {
  const records = useParts('setUpException', 'setUpLine', 'shot', 'setup', 'camera')
  const [where, setWhere] = useState<string | null>(null)
  const [lineId, setLine] = useState('')
  const [cameraId, setCamera] = useState('')
  const [wanted, setWanted] = useState('')
  const names = new Map<string, string>([
    ...Object.values(records.setup).map(({ id, letter, name }) => [`setup:${id}`, `Setup ${letter} ${name}`] as const),
    ...inOrder(records.shot).map(({ id, code, sees }) => [`shot:${id}`, `${code} ${sees}`] as const),
  ])
  const changes = Object.values(records.setUpException).filter(({ setupId, shotId }) => setupId || shotId)
  const fromShots = ratesOfShots(records)
  const add = () => {
    const [kind, id] = (where ?? '').split(':')
    const change = createRecord(
      'setUpException',
      {
        lineId: asId<'setUpLine'>(lineId),
        cameraId: asId<'camera'>(cameraId),
        wanted: wanted.trim(),
        setupId: kind === 'setup' ? asId<'setup'>(id!) : null,
        shotId: kind === 'shot' ? asId<'shot'>(id!) : null,
      },
      newId(),
    )
    if (commitOrSay(`${names.get(where ?? '') ?? ''} changes the card`, [change])) setWanted('')
  }
  return (
    <Section title="Changed by a setup or a shot">
      <Hint>Wanted while that one is in hand, and told in Roll before it rolls; afterwards the card holds again.</Hint>
      {changes.map((one) => (
        <Flex key={one.id} gap="12px" py="5px" borderBottom="1px solid" borderColor="line" align="center" data-change>
          <Text fontWeight={600} minW="220px">
            {names.get(one.shotId ? `shot:${one.shotId}` : `setup:${one.setupId}`)}
          </Text>
          <Text flex="1">
            {records.camera[one.cameraId]?.letter}, {records.setUpLine[one.lineId]?.name}: <b>{one.wanted}</b>
          </Text>
          <Button kind="word" onClick={() => takeOut('setUpException', one.id, 'what it changes')}>
            Take out
          </Button>
        </Flex>
      ))}
      <Flex gap="8px" mt="8px" wrap="wrap" align="end">
        <Box w="240px">
          <ChooseOne label="In" names={names} value={where} optional={false} onChoose={setWhere} />
        </Box>
        <Box w="120px">
          <Select aria-label="Camera that it changes" value={cameraId} onChange={(e) => setCamera(e.target.value)}>
            <option value="">camera</option>
            {card.cameras.map(({ id, letter }) => (
              <option key={id} value={id}>
                {letter}
              </option>
            ))}
          </Select>
        </Box>
        <Box w="160px">
          <Select aria-label="Line that it changes" value={lineId} onChange={(e) => setLine(e.target.value)}>
            <option value="">line</option>
            {card.rows.map(({ line }) => (
              <option key={line.id} value={line.id}>
                {line.name}
              </option>
            ))}
          </Select>
        </Box>
        <Input w="120px" aria-label="Wanted then" placeholder="wanted then" maxLength={80} value={wanted} onChange={(e) => setWanted(e.target.value)} />
        <Button disabled={!where || !lineId || !cameraId || !wanted.trim()} onClick={add}>
          Add
        </Button>
        {fromShots.length > 0 && (
          <Button onClick={() => commitOrSay('Rates as the shots have them', fromShots.map((one) => createRecord('setUpException', one, newId())))}>
            {counted(fromShots.length, 'rate')} from the shots
          </Button>
        )}
      </Flex>
    </Section>
  )
} // prettier-ignore

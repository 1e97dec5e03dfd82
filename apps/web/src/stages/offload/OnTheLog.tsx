import { Box, Flex, Text } from '@chakra-ui/react'
import { useMemo } from 'react'
import { stamp } from '../../store/clock.ts'
import { newId } from '../../store/newId.ts'
import { commitOrSay } from '../../store/production.ts'
import { useProduction, useRights } from '../../store/selectors.ts'
import { Button, Section } from '../../ui/parts.tsx'
import { Question } from '../../ui/Question.tsx'
import { cardHoldings, logOfClip, type UnloggedClip, unloggedClips } from '@kavrell/core/cards'
import { byId, createRecord, type RecordOf, withNewIds } from '@kavrell/core/records'
import { counted, minutesSeconds } from '@kavrell/core/text'

interface OnTheLogProps {
  readonly card: RecordOf<'card'>
  readonly isSeen: boolean
}

/** What the log and the files of a card say of one another, where they do not agree, and what can be said to that. */
export function OnTheLog({ card, isSeen }: OnTheLogProps) {
  const production = useProduction()
  const rights = useRights()
  const held = useMemo(() => cardHoldings(production, card.id), [production, card.id])
  const unlogged = useMemo(() => unloggedClips(production, card.id), [production, card.id])
  if (!held || (unlogged.length === 0 && (held.missing.length === 0 || isSeen))) return null
  const look = () => {
    const { at, deviceAt } = stamp()
    const seen = { cardId: card.id, reading: held.reading, lookedAt: at, deviceAt }
    commitOrSay(`All of the log is seen on ${card.label}`, [createRecord('cardLook', seen, newId())])
  }
  return (
    <Section title="Log and files">
      {held.missing.length > 0 && !isSeen && (
        <Box bg="watchTint" px="10px" py="8px" data-missing>
          <Text fontWeight={600}>
            {counted(held.missing.length, 'recording')} on the log {held.missing.length === 1 ? 'is' : 'are'} in no file
            that is known to be {held.missing.length === 1 ? 'it' : 'them'}
          </Text>
          {held.missing.map((name) => (
            <Text key={name} fontSize="note" color="soft">
              {name}
            </Text>
          ))}
          {rights.log && (
            <Box mt="6px">
              <Question
                title={`Have you seen all of this on ${card.label}?`}
                does="I have seen all of it"
                safe="Look first"
                onYes={look}
                opener={<Button>I have seen it on the card</Button>}
              >
                <Text>
                  Play it from the card: {held.missing.join('; ')}. You are believed: the card may then be wiped, and
                  the log keeps who said so.
                </Text>
              </Question>
            </Box>
          )}
        </Box>
      )}
      {unlogged.map((one) => (
        <Unlogged key={one.clip.id} one={one} />
      ))}
    </Section>
  )
}

/** Where a file begins, how long it is and during what it ran, as far as it is known; one sentence, or none. */
function whatItSays({ startTimecode, seconds }: UnloggedClip['clip'], name: string | null): string {
  const said = [startTimecode && `From ${startTimecode}`, seconds !== null && minutesSeconds(seconds), name && `during ${name}`] // prettier-ignore
  return said.some(Boolean) ? `${said.filter(Boolean).join(', ')}.` : ''
}

function Unlogged({ one }: { readonly one: UnloggedClip }) {
  const production = useProduction()
  const rights = useRights()
  const { clip, take, device } = one
  const entries = logOfClip(one)
  const camera = device?.kind === 'camera' ? byId(production.camera, device.id) : null
  const letter = (camera ?? byId(production.recorder, device?.id as never))?.letter
  const name = take && `${take.slate} take ${take.number}`
  return (
    <Flex gap="8px" py="6px" borderBottom="1px solid" borderColor="line" align="flex-start" data-unlogged>
      <Box minW="0">
        <Text fontWeight={600} css={{ overflowWrap: 'anywhere' }}>
          {clip.path}
        </Text>
        <Text fontSize="note" color="soft">
          Nobody logged it. {whatItSays(clip, name)}
        </Text>
      </Box>
      {rights.log && entries && (
        <Button
          ml="auto"
          kind="quiet"
          flexShrink={0}
          onClick={() => commitOrSay(`${letter} ran in ${name}`, withNewIds(entries, newId))}
        >
          {letter} ran in {name}
        </Button>
      )}
    </Flex>
  )
}

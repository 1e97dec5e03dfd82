import { Box, Flex, Grid, Text, VisuallyHidden } from '@chakra-ui/react'
import { useState } from 'react'
import type { ProposedLine, SetUpCard, SetUpCell } from '@kavrell/core/patch'
import { createRecord, lastRank, type PlainChange, ranksBetween } from '@kavrell/core/records'
import { counted as sayCount } from '@kavrell/core/text'
import { newId } from '../../store/newId.ts'
import { commitOrSay } from '../../store/production.ts'
import { useRecords, useRights } from '../../store/selectors.ts'
import { addDevice } from '../../ui/addRecord.ts'
import { Button, Hint, Section } from '../../ui/parts.tsx'
import { CardLines } from './CardLines.tsx'
import { Carried } from './Carried.tsx'
import { FromOtherJob } from './FromOtherJob.tsx'
import { GoThrough } from './GoThrough.tsx'
import { writeLook } from './writeLook.ts'

/** Every camera against every line of the card: agreement is faint, a difference is loud. */
export function SetUp({ card, propose }: { card: SetUpCard; propose: () => readonly ProposedLine[] }) {
  const rights = useRights()
  const lines = useRecords('setUpLine')
  const [changing, setChanging] = useState(false)
  const [at, setAt] = useState<{ lineId: string; cameraId: string } | null>(null)
  const cell = at && card.rows.flatMap(({ cells }) => cells).find(({ line, camera }) => line.id === at.lineId && camera.id === at.cameraId) // prettier-ignore
  const goTo = (next: SetUpCell | null) => setAt(next && { lineId: next.line.id, cameraId: next.camera.id })
  const write = () => {
    const proposed = propose()
    const ranks = ranksBetween(lastRank(Object.values(lines)), null, proposed.length)
    const changes = proposed.flatMap(({ exceptions, ...line }, i): PlainChange[] => {
      const lineId = newId<'setUpLine'>()
      return [
        createRecord('setUpLine', { ...line, rank: ranks[i]! }, lineId),
        ...exceptions.map((one) => createRecord('setUpException', { ...one, lineId }, newId())),
      ]
    })
    commitOrSay('Write the card from the job', changes)
  }
  if (card.cameras.length === 0) return null
  if (card.rows.length === 0)
    return (
      <Section title="How the cameras are set">
        <Hint>
          A card says what every camera is to be set to: rate, shutter, picture, profile, white, clock. Whoever holds a
          camera goes through it line by line; what differs is told.
        </Hint>
        {rights.plan && (
          <Flex mt="6px" gap="8px" wrap="wrap" align="center">
            <Button kind="main" onClick={write}>
              Write the card from the job
            </Button>
            <Button onClick={() => addDevice('camera')}>Add a camera</Button>
            <Button onClick={() => addDevice('recorder')}>Add a recorder</Button>
            <FromOtherJob />
          </Flex>
        )}
      </Section>
    )
  const columns = `minmax(104px, 1fr) minmax(104px, 1.1fr) repeat(${card.cameras.length}, minmax(104px, 1.2fr))`
  return (
    <Section
      title="How the cameras are set"
      actions={rights.plan && <Button onClick={() => setChanging(!changing)}>{changing ? 'Done' : 'Change the card'}</Button>} // prettier-ignore
    >
      <Carried card={card} />
      {changing ? (
        <CardLines card={card} />
      ) : (
        <>
          <Flex gap="6px" wrap="wrap" mb="8px" display={{ base: 'flex', md: 'none' }}>
            {card.cameras.map((camera) => (
              <HeadOf key={camera.id} card={card} cameraId={camera.id} letter={camera.letter} goTo={goTo} />
            ))}
          </Flex>
          {cell && <GoThrough card={card} cell={cell} goTo={goTo} />}
          <Box overflowX="auto" tabIndex={0} role="region" aria-label="Lines of the card by camera">
            <Box minW={`${Math.max(560, 220 + 100 * card.cameras.length)}px`}>
              <Grid
                templateColumns={columns}
                gap="0 10px"
                alignItems="baseline"
                borderBottom="1px solid"
                borderColor="line"
                pb="4px"
              >
                <Text color="faint" fontSize="note">
                  line
                </Text>
                <Text color="faint" fontSize="note">
                  wanted
                </Text>
                {card.cameras.map((camera) => (
                  <HeadOf inTable key={camera.id} card={card} cameraId={camera.id} letter={camera.letter} goTo={goTo} />
                ))}
              </Grid>
              {card.rows.map(({ line, cells }) => (
                <Grid
                  key={line.id}
                  templateColumns={columns}
                  gap="0 10px"
                  alignItems="center"
                  borderBottom="1px solid"
                  borderColor="line"
                  data-line={line.name}
                >
                  <Text fontWeight={600}>{line.name}</Text>
                  <Text color="soft">{line.wanted || '–'}</Text>
                  {cells.map((one) => (
                    <Cell key={one.camera.id} cell={one} isOpen={one === cell} goTo={goTo} />
                  ))}
                </Grid>
              ))}
            </Box>
          </Box>
          <SetNow differing={card.differing} />
        </>
      )}
    </Section>
  )
}

const isWanted = ({ stands }: SetUpCell) => stands !== 'nothing wanted'
/** It was seen to agree, and need not any more. */
const isStale = ({ stands }: SetUpCell) => stands === 'before today' || stands === 'before power-up'
const stood = ({ stands }: SetUpCell) => stands === 'agrees' || stands === 'differs'

function HeadOf({
  inTable = false,
  card,
  cameraId,
  letter,
  goTo,
}: {
  inTable?: boolean
  card: SetUpCard
  cameraId: string
  letter: string
  goTo: (cell: SetUpCell) => void
}) {
  // prettier-ignore
  const rights = useRights()
  const own = card.rows.flatMap(({ cells }) => cells).filter((cell) => cell.camera.id === cameraId && isWanted(cell))
  const first = own.find((cell) => !stood(cell)) ?? own[0]
  const count = `${own.filter(stood).length} of ${own.length}`
  const since = own.find(isStale)?.stands.replace('before', 'since')
  const counted = (
    <Text
      as="span"
      color={since ? 'watch' : 'faint'}
      fontSize="note"
      fontWeight={400}
      display={inTable ? { base: 'none', md: 'inline' } : undefined}
    >
      <VisuallyHidden>, looked at: </VisuallyHidden>
      {count}
      {since && ` ${since}`}
    </Text>
  )
  if (!rights.log || !first)
    return (
      <Text>
        <Text as="span" fontSize="large" fontWeight={700}>
          {letter}
        </Text>{' '}
        {counted}
      </Text>
    )
  return (
    <Button
      kind="word"
      justifyContent="flex-start"
      px="6px"
      minH="32px"
      h="auto"
      whiteSpace="normal"
      textAlign="left"
      lineHeight="1.25"
      onClick={() => goTo(first)}
    >
      <VisuallyHidden>Go through </VisuallyHidden>
      <Text as="span" fontSize="large" fontWeight={700}>
        {letter}
      </Text>
      {counted}
    </Button>
  )
}

function Cell({ cell, isOpen, goTo }: { cell: SetUpCell; isOpen: boolean; goTo: (cell: SetUpCell) => void }) {
  const rights = useRights()
  const { line, camera, stands, shown, wanted } = cell
  const differs = stands === 'differs'
  const isLoud = differs && line.harm === 'stop'
  const says = (
    <>
      <VisuallyHidden>
        {camera.letter}, {line.name}:{' '}
      </VisuallyHidden>
      {stands === 'nothing wanted' ? (
        '–'
      ) : stands === 'not looked at' ? (
        <Text as="span" color="watch">
          not looked at
        </Text>
      ) : (
        shown
      )}
      {isStale(cell) && <VisuallyHidden>, seen {stands}</VisuallyHidden>}
      {differs && <VisuallyHidden>, {wanted} is wanted</VisuallyHidden>}
    </>
  )
  const look = {
    textAlign: 'left',
    px: '6px',
    py: '4px',
    minH: '34px',
    fontSize: differs ? 'lead' : 'body',
    fontWeight: differs ? 700 : 400,
    color: differs ? (isLoud ? 'stop' : 'watch') : isStale(cell) ? 'faint' : 'soft',
    fontStyle: isStale(cell) ? 'italic' : undefined,
    bg: differs ? (isLoud ? 'stopTint' : 'watchTint') : isOpen ? 'well' : undefined,
    'data-stands': stands,
  } as const
  if (!rights.log || stands === 'nothing wanted') return <Box {...look}>{says}</Box>
  return (
    <Button
      kind="bare"
      justifyContent="flex-start"
      whiteSpace="normal"
      h="auto"
      w="100%"
      {...look}
      onClick={() => goTo(cell)}
    >
      <Box as="span">{says}</Box>
    </Button>
  )
}

/** What to do at which camera, in order of harm; pressed once it is done and has been looked at. */
function SetNow({ differing }: { differing: readonly SetUpCell[] }) {
  const rights = useRights()
  if (!rights.log || differing.length === 0) return null
  return (
    <Flex gap="8px" wrap="wrap" mt="10px" align="center">
      {differing.map((cell, i) => (
        <Button
          key={`${cell.line.id} ${cell.camera.id}`}
          kind={i === 0 ? 'main' : 'plain'}
          onClick={() => void writeLook(cell, cell.wanted)}
        >
          {cell.camera.letter}, {cell.line.name}: set to {cell.wanted}
        </Button>
      ))}
      <Text color="soft" fontSize="note" ml="auto">
        {sayCount(differing.length, 'difference')}; press when it is set and you have looked
      </Text>
    </Flex>
  )
}

import { useSortable } from '@dnd-kit/sortable'
import { CSS } from '@dnd-kit/utilities'
import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { useProduction, useRights } from '../../store/selectors.ts'
import { RecordField } from '../../ui/RecordField.tsx'
import { takeOut } from '../../ui/addRecord.ts'
import { Button, SetupLetter } from '../../ui/parts.tsx'
import { setupColour } from '../../ui/theme/theme.ts'
import type { TimelineRow } from '@kavrell/core/day'
import { changeWords } from '@kavrell/core/papers'
import type { RecordOf } from '@kavrell/core/records'
import { slateOf } from '@kavrell/core/shotlist'
import { clock } from '@kavrell/core/text'

/** What has to be done, or waited for, before an entry. */
export function Between({ row }: { row: TimelineRow }) {
  const production = useProduction()
  const words = row.kind === 'wait' ? 'Wait' : row.kind === 'change' ? changeWords(production, row) : ''
  return (
    <Line
      time={clock(row.startMin)}
      minutes={row.endMin - row.startMin}
      stripe="repeating-linear-gradient(135deg, var(--chakra-colors-line) 0 3px, transparent 3px 6px)"
      faint
    >
      <Text color="faint" gridColumn="span 3">
        {words}
      </Text>
    </Line>
  )
}

function Line({
  time,
  minutes,
  stripe,
  faint,
  children,
}: {
  time: string
  minutes: number
  stripe: string
  faint?: boolean
  children: ReactNode
}) {
  return (
    <Grid
      flex="1"
      templateColumns="52px 8px 64px 1fr auto 48px"
      gap="10px"
      alignItems="center"
      minH={`${Math.min(46, Math.max(26, 18 + minutes * 0.4))}px`}
      borderBottom="1px solid"
      borderColor="line"
      bg={faint ? undefined : 'leaf'}
    >
      <Text fontFamily="mono" fontSize="small" color={faint ? 'faint' : 'ink'} pl="6px">
        {time}
      </Text>
      <Box alignSelf="stretch" background={stripe} />
      {children}
      <Text fontFamily="mono" fontSize="small" textAlign="right" pr="6px" color={faint ? 'faint' : 'ink'}>
        {Math.round(minutes)}′
      </Text>
    </Grid>
  )
}

/** An entry of the order: dragged, moved by keys, opened to change it. */
export function OrderRow({
  item,
  row,
  open,
  onOpen,
  onMove,
}: {
  item: RecordOf<'orderItem'>
  row: TimelineRow
  open: boolean
  onOpen: () => void
  onMove: (by: number) => void
}) {
  const production = useProduction()
  const rights = useRights()
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({
    id: item.id,
    disabled: !rights.plan,
    transition: { duration: 200, easing: 'ease' },
  })
  const shots = item.shotIds.flatMap((id) => production.shot[id] ?? [])
  const setup = shots[0]?.setupId ? production.setup[shots[0].setupId] : undefined
  const title = item.title || shots[0]?.sees || (item.type === 'meal' ? 'Meal' : 'Fixed')
  const flags = [
    shots.some((s) => s.onceOnly) ? 'once only' : '',
    item.fixedAtMin !== null ? `fixed ${clock(item.fixedAtMin)}` : '',
    shots[0]?.side ?? '',
  ]
    .filter(Boolean)
    .join(', ')
  return (
    <Box
      ref={setNodeRef}
      role="listitem"
      style={{ transform: CSS.Translate.toString(transform), transition }}
      opacity={isDragging ? 0.7 : 1}
      position="relative"
      zIndex={isDragging ? 5 : undefined}
      data-item={item.id}
    >
      <Box
        {...attributes}
        {...listeners}
        role="button"
        aria-expanded={open}
        cursor={rights.plan ? 'grab' : 'pointer'}
        onClick={onOpen}
        onKeyDown={(e) => {
          if (e.altKey && (e.key === 'ArrowUp' || e.key === 'ArrowDown') && rights.plan) {
            e.preventDefault()
            onMove(e.key === 'ArrowUp' ? -1 : 1)
          } else if (e.key === 'Enter') {
            e.preventDefault()
            onOpen()
          } else listeners?.onKeyDown?.(e)
        }}
      >
        <Line
          time={clock(row.startMin)}
          minutes={row.endMin - row.startMin}
          stripe={setup ? setupColour(setup.colour) : 'var(--chakra-colors-line)'}
        >
          <Flex align="center" gap="6px">
            <Text fontWeight={700} whiteSpace="nowrap">
              {slateOf(shots.map((s) => s.code))}
            </Text>
          </Flex>
          <Text truncate>{title}</Text>
          <Flex gap="8px" align="center" color="soft" fontSize="small">
            {flags}
            {setup && <SetupLetter letter={setup.letter} colour={setup.colour} size={16} />}
          </Flex>
        </Line>
      </Box>
      {open && (
        <Box p="10px" bg="leaf" borderBottom="1px solid" borderColor="line">
          <Grid templateColumns="2fr 1fr 1fr" gap="8px">
            <RecordField kind="orderItem" id={item.id} field="title" />
            <RecordField kind="orderItem" id={item.id} field="minutes" />
            <RecordField kind="orderItem" id={item.id} field="fixedAtMin" />
          </Grid>
          {item.type === 'shots' && (
            <Grid templateColumns="1fr 1fr" gap="8px" mt="8px">
              <RecordField kind="orderItem" id={item.id} field="shotIds" label="Shots that roll together" />
              <RecordField kind="orderItem" id={item.id} field="recorderIds" label="Sound recorders" />
            </Grid>
          )}
          {rights.plan && (
            <Flex mt="8px" gap="8px">
              <Button onClick={() => onMove(-1)}>Earlier</Button>
              <Button onClick={() => onMove(1)}>Later</Button>
              <Button kind="stop" onClick={() => takeOut('orderItem', item.id, title)}>
                Take out
              </Button>
            </Flex>
          )}
        </Box>
      )}
    </Box>
  )
}

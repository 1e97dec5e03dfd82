import { useSortable } from '@dnd-kit/sortable'
import { CSS } from '@dnd-kit/utilities'
import { Box, Flex, Grid } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { newId } from '../../store/newId.ts'
import { commitOrSay } from '../../store/production.ts'
import { useProduction, useRights } from '../../store/selectors.ts'
import { RecordField } from '../../ui/RecordField.tsx'
import { takeOut } from '../../ui/addRecord.ts'
import { Button, SetupLetter } from '../../ui/parts.tsx'
import { setupColour } from '../../ui/theme/theme.ts'
import type { DayMark, TimelineRow } from '@kavrell/core/day'
import { changeWords } from '@kavrell/core/callSheets'
import { asId, createRecord, type RecordOf, updateRecord } from '@kavrell/core/records'
import { rollTogether, slateOf } from '@kavrell/core/shotlist'
import { clock } from '@kavrell/core/text'
import type { DayClock } from '@kavrell/core/time'

/** How the lines of an order look; one style for all, since a long day draws hundreds of plain elements. */
export const LINES = {
  '& .line': {
    display: 'grid',
    position: 'relative',
    gridTemplateColumns: 'var(--at, 58px) 8px 64px minmax(0, 1fr) auto 48px',
    gap: '10px',
    alignItems: 'center',
    borderBottom: '1px solid {colors.line}',
    bg: 'leaf',
  },
  '& .line.between': { bg: 'transparent', color: 'faint' },
  '& .line > .sky': { position: 'absolute', left: 0, top: 0, bottom: 0, width: '5px' },
  '& .line > .mark': { position: 'absolute', left: 0, width: '9px', borderTop: '3px solid {colors.ink}' },
  '& .line .falls': { color: 'soft', fontSize: 'small', whiteSpace: 'nowrap' },
  '& .line > .at': { fontFamily: 'mono', fontSize: 'small', paddingLeft: '11px', whiteSpace: 'nowrap' },
  '& .line > .lasts': { fontFamily: 'mono', fontSize: 'small', paddingRight: '6px', textAlign: 'right' },
  '& .line > .stripe': { alignSelf: 'stretch' },
  '& .line.between > .stripe': {
    background: 'repeating-linear-gradient(135deg, {colors.line} 0 3px, transparent 3px 6px)',
  },
  '& .line > .what': { gridColumn: 'span 2' },
  '& .line > .slate': { fontWeight: 700, whiteSpace: 'nowrap' },
  '& .line > .sees': { overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' },
  '& .line > .flags': { display: 'flex', gap: '8px', alignItems: 'center', color: 'soft', fontSize: 'small' },
  '& .entry': { position: 'relative' },
  '& .entry.carried': { opacity: 0.7, zIndex: 5 },
} as const

const KEEPS = { '': '', first: 'first', last: 'last', place: 'locked' } as const

/** The first unit beside the main one, with its first entry. */
function bySecondUnit(itemId: RecordOf<'orderItem'>['id'], title: string): void {
  const unitId = asId<'unit'>(newId())
  commitOrSay(`${title} by a second unit`, [
    createRecord('unit', {}, unitId),
    updateRecord('orderItem', itemId, { unitId }),
  ])
}

const otherThan = (names: ReadonlyMap<string, string>, id: string) => new Map([...names].filter(([key]) => key !== id))

/** What has to be done, or waited for, before an entry. */
export function Between({
  row,
  times,
  sky,
  marks,
}: {
  row: TimelineRow
  times: DayClock
  sky?: string
  marks?: readonly DayMark[]
}) {
  const production = useProduction()
  const words = row.kind === 'wait' ? 'Wait' : row.kind === 'change' ? changeWords(production, row) : ''
  return (
    <Line row={row} times={times} sky={sky} marks={marks} between>
      <div className="what">{words}</div>
    </Line>
  )
}

/** What cannot be moved and comes within a row. */
const fallingIn = (row: TimelineRow, marks: readonly DayMark[]) =>
  marks.filter(({ atMin }) => atMin >= row.startMin && atMin < row.endMin)

const Falling = ({ marks, times }: { marks: readonly DayMark[]; times: DayClock }) => (
  <div className="falls">{marks.map(({ atMin, says }) => `${says} ${times.text(atMin)}`).join(', ')}</div>
)

/** As high as it lasts, but never too low to read nor higher than half a screen. */
const rowHeight = (minutes: number) => Math.min(340, Math.max(26, minutes * 1.1))

function Line({
  row,
  times,
  stripe,
  sky,
  marks = [],
  between = false,
  children,
}: {
  row: TimelineRow
  times: DayClock
  stripe?: string
  sky?: string
  /** What cannot be moved, drawn where it falls. */
  marks?: readonly DayMark[]
  between?: boolean
  children: ReactNode
}) {
  const minutes = row.endMin - row.startMin
  const within = fallingIn(row, marks)
  return (
    <div className={between ? 'line between' : 'line'} style={{ minHeight: rowHeight(minutes) }}>
      <div className="sky" style={{ background: sky }} aria-hidden />
      {within.map(({ atMin, says }) => (
        <div key={says} className="mark" style={{ top: `${((atMin - row.startMin) / minutes) * 100}%` }} aria-hidden />
      ))}
      <div className="at">{times.text(row.startMin)}</div>
      <div className="stripe" style={{ background: stripe }} />
      {children}
      {between && <Falling marks={within} times={times} />}
      <div className="lasts">{Math.round(minutes)}′</div>
    </div>
  )
}

/** An entry of the order: dragged, moved by keys, opened to change it. */
export function OrderRow({
  item,
  row,
  times,
  sky,
  marks,
  open,
  others,
  onOpen,
  onMove,
}: {
  item: RecordOf<'orderItem'>
  row: TimelineRow
  times: DayClock
  sky: string
  marks: readonly DayMark[]
  open: boolean
  /** What the entries of the day are called, by id. */
  others: ReadonlyMap<string, string>
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
    item.notBeforeMin !== null ? `not before ${clock(item.notBeforeMin)}` : '',
    item.overByMin !== null ? `over by ${clock(item.overByMin)}` : '',
    item.afterIds.length > 0 ? `after ${item.afterIds.flatMap((id) => others.get(id) ?? []).join(', ')}` : '',
    KEEPS[item.keeps],
    shots[0]?.side ?? '',
  ]
    .filter(Boolean)
    .join(', ')
  return (
    <div
      ref={setNodeRef}
      role="listitem"
      className={isDragging ? 'entry carried' : 'entry'}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      data-item={item.id}
    >
      <div
        {...attributes}
        {...listeners}
        role="button"
        aria-expanded={open}
        style={{ cursor: rights.plan ? 'grab' : 'pointer' }}
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
          row={row}
          times={times}
          sky={sky}
          marks={marks}
          stripe={setup ? setupColour(setup.colour) : 'var(--chakra-colors-line)'}
        >
          <div className="slate">{slateOf(shots.map((s) => s.code))}</div>
          <div className="sees">{title}</div>
          <div className="flags">
            {flags}
            <Falling marks={fallingIn(row, marks)} times={times} />
            {setup && <SetupLetter letter={setup.letter} colour={setup.colour} size={16} />}
          </div>
        </Line>
      </div>
      {open && (
        <Box p="10px" bg="leaf" borderBottom="1px solid" borderColor="line">
          <Grid templateColumns="2fr 1fr 1fr" gap="8px">
            <RecordField kind="orderItem" id={item.id} field="title" />
            <RecordField kind="orderItem" id={item.id} field="minutes" />
            <RecordField kind="orderItem" id={item.id} field="fixedAtMin" />
          </Grid>
          {item.type === 'shots' && (
            <Grid templateColumns="1fr 1fr" gap="8px" mt="8px">
              <RecordField
                kind="orderItem"
                id={item.id}
                field="shotIds"
                label="Shots that roll together"
                changesFor={(shotIds) => rollTogether(production, item, shotIds as typeof item.shotIds)}
              />
              <RecordField kind="orderItem" id={item.id} field="recorderIds" label="Sound recorders" />
            </Grid>
          )}
          <Grid templateColumns="1fr 1fr" gap="8px" mt="8px">
            <RecordField kind="orderItem" id={item.id} field="personIds" label="Needed too, besides who is in it" />
            <RecordField kind="orderItem" id={item.id} field="afterIds" names={otherThan(others, item.id)} />
          </Grid>
          <Grid templateColumns="2fr 1fr 1fr" gap="8px" mt="8px">
            <RecordField kind="orderItem" id={item.id} field="keeps" />
            <RecordField kind="orderItem" id={item.id} field="notBeforeMin" />
            <RecordField kind="orderItem" id={item.id} field="overByMin" />
          </Grid>
          {item.type === 'shots' && (
            <Flex mt="8px" gap="18px" align="end" wrap="wrap">
              {Object.keys(production.unit).length > 0 ? (
                <RecordField kind="orderItem" id={item.id} field="unitId" />
              ) : (
                rights.plan && (
                  <Button kind="quiet" px="0" onClick={() => bySecondUnit(item.id, title)}>
                    Done by a second unit, meanwhile
                  </Button>
                )
              )}
              <RecordField kind="orderItem" id={item.id} field="standsBy" />
            </Flex>
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
    </div>
  )
}

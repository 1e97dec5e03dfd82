import { useMemo, useState } from 'react'
import { useBoxTime } from '../../store/clock.ts'
import { remember, remembered } from '../../store/remember.ts'
import { useProduction } from '../../store/selectors.ts'
import { useUnit } from '../../store/unit.ts'
import { useRibbonRow } from '../../ui/useRibbonRow.ts'
import { type DayPlan, forUnit, isOnTheDay, pace, type Pace } from '@kavrell/core/day'
import type { Id, RecordOf } from '@kavrell/core/records'
import {
  newestTakes,
  nextNumber,
  onTheSlate,
  rollingRuns,
  rowKey,
  type RunState,
  runStates,
  shotMarks,
  shotsClosed,
  type SlateChoice,
  type Subject,
  type TakeState,
  takeStates,
} from '@kavrell/core/takes'

type Item = RecordOf<'orderItem'>

/** What is on the slate of this device's unit, and where the day stands. */
export interface SlateState {
  readonly unitId: Id<'unit'> | null
  /** Of the day, of this unit. */
  readonly states: readonly TakeState[]
  readonly others: readonly TakeState[]
  readonly rolling: TakeState | undefined
  /** Devices of this unit that record now. */
  readonly runs: readonly RunState[]
  /** What a verdict or a note is about: the take that rolls, else the last one. */
  readonly last: TakeState | undefined
  readonly items: readonly Item[]
  /** What of the order is still to be done. */
  readonly open: readonly Item[]
  readonly subject: Subject
  readonly number: number
  readonly pace: Pace
  /** Whether the box shows the day that is looked at: else no pace can be told. */
  readonly onTheDay: boolean
  readonly choose: (key: string) => void
  /** The next row of the order that is still to be done; null where there is none. */
  readonly next: string | null
}

export function useSlate(dayPlan: DayPlan): SlateState {
  const production = useProduction()
  const unitId = useUnit()
  // Seconds are for the clock: the day is behind or ahead by minutes.
  const nowMs = useBoxTime(0.5)
  const { day } = dayPlan
  const { timeline, items: entries } = forUnit(dayPlan, unitId)
  const kept = `slate.${day.id}.${unitId ?? ''}`
  const [chosen, setChosen] = useState<Chosen | null>(null)
  // The whole production is a new object with every edit; its logs are not.
  const { take, takeEvent, run, runStop, correction, shotMark } = production
  const log = useMemo(
    () => ({ take, takeEvent, run, runStop, correction }),
    [take, takeEvent, run, runStop, correction],
  )
  const all = useMemo(() => takeStates(log, day.id), [log, day.id])
  const runs = useMemo(
    () => rollingRuns(runStates(log), unitId).filter((one) => one.dayId === day.id),
    [log, unitId, day.id],
  )
  const marks = useMemo(() => shotMarks(shotMark, day.id), [shotMark, day.id])
  const states = all.filter((state) => state.take.unitId === unitId)
  const closed = shotsClosed(all, marks)
  const left = new Set(
    [...marks].filter(([, mark]) => mark.type === 'dropped' || mark.type === 'not needed').map(([id]) => id),
  )
  const nowMin = dayPlan.clock.at(nowMs)
  const onTheDay = isOnTheDay(nowMin)
  const standing = pace(timeline, closed, onTheDay ? nowMin : timeline.startMin, left)
  const items = entries.filter((i) => i.type === 'shots' && i.shotIds.length > 0) as Item[]
  const open = items.filter((item) => !item.shotIds.every((id) => closed.has(id)))
  const { rolling, real } = newestTakes(states)
  const choose = (key: string) => {
    const choice = { of: kept, key, after: real?.take.id ?? null }
    remember(kept, JSON.stringify(choice))
    setChosen(choice)
  }
  useRibbonRow((row) => choose(rowKey(row.itemId)))
  const choice = chosen?.of === kept ? chosen : readChoice(kept)
  const subject = onTheSlate(production, states, items, standing.nextItemId, choice)
  const at = items.findIndex((item) => rowKey(item.id) === subject.key)
  const after = [...items.slice(at + 1), ...items.slice(0, Math.max(0, at))].find((item) => open.includes(item))
  return {
    unitId,
    states,
    others: all.filter((state) => state.take.unitId !== unitId),
    rolling,
    runs,
    last: rolling ?? states.at(-1),
    items,
    open,
    subject,
    number: rolling && !rolling.take.wild ? rolling.take.number : nextNumber(log, subject.slate),
    pace: standing,
    onTheDay,
    choose,
    next: after ? rowKey(after.id) : null,
  }
}

/** What somebody chose on this device, and after which take. */
interface Chosen extends SlateChoice {
  readonly of: string
}

function readChoice(kept: string): Chosen | null {
  try {
    return JSON.parse(remembered(kept) ?? 'null') as Chosen | null
  } catch {
    return null
  }
}

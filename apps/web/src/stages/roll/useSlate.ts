import { useMemo, useState } from 'react'
import { useBoxTime } from '../../store/clock.ts'
import { useProduction } from '../../store/selectors.ts'
import { useRibbonRow } from '../../ui/useRibbonRow.ts'
import { type DayPlan, pace, type Pace } from '@kavrell/core/day'
import type { RecordOf } from '@kavrell/core/records'
import { slateOf } from '@kavrell/core/shotlist'
import { shotsDone, slateFor, type TakeState, takeStates } from '@kavrell/core/takes'

type Item = RecordOf<'orderItem'>

/** What is on the slate, and where the day stands. */
export interface SlateState {
  readonly states: readonly TakeState[]
  readonly rolling: TakeState | undefined
  /** What a verdict or a note is about: the take that rolls, else the last one. */
  readonly last: TakeState | undefined
  /** Everything in the order that has shots, and what of it is still to be done. */
  readonly items: readonly Item[]
  readonly open: readonly Item[]
  readonly current: Item
  readonly shots: readonly RecordOf<'shot'>[]
  readonly slate: string
  /** What the shots are called, which the slate need not be. */
  readonly codes: string
  readonly number: number
  readonly pace: Pace
  /** Whether the box shows the day that is looked at: else no pace can be told. */
  readonly onTheDay: boolean
  readonly choose: (itemId: string) => void
}

export function useSlate(dayPlan: DayPlan): SlateState {
  const production = useProduction()
  // Seconds are for the clock: the day is behind or ahead by minutes.
  const nowMs = useBoxTime(0.5)
  const { day, timeline } = dayPlan
  const [chosen, choose] = useState<string | null>(null)
  useRibbonRow((row) => choose(row.itemId))
  // The whole production is a new object with every edit; its takes are not.
  const { take, takeEvent } = production
  const states = useMemo(() => takeStates({ take, takeEvent }, day.id), [take, takeEvent, day.id])
  const done = shotsDone(states)
  const nowMin = dayPlan.clock.at(nowMs)
  const onTheDay = nowMin >= 0 && nowMin < 2880
  const standing = pace(timeline, done, onTheDay ? nowMin : timeline.startMin)
  const items = dayPlan.items.filter((i) => i.type === 'shots' && i.shotIds.length > 0) as Item[]
  const rolling = states.filter((s) => s.cutAt === null && s.verdict === 'open').at(-1)
  const find = (id: string | null) => items.find((item) => item.id === id)
  const rollingItem =
    rolling && !rolling.take.wild ? find((rolling.take as RecordOf<'take'>).orderItemId) : find(chosen)
  const current = rollingItem ?? find(standing.nextItemId) ?? items[0]!
  const shots = current.shotIds.flatMap((id) => production.shot[id] ?? [])
  const own = slateFor(production, current)
  // Takes go on counting when a shot is taken up again on another day.
  const taken = Object.values(take).filter((t) => t.slate === own).length
  return {
    states,
    rolling,
    last: rolling ?? states.at(-1),
    items,
    open: items.filter((item) => !item.shotIds.every((id) => done.has(id))),
    current,
    shots,
    slate: own,
    codes: slateOf(shots.map((s) => s.code)),
    number: rolling && !rolling.take.wild ? rolling.take.number : taken + 1,
    pace: standing,
    onTheDay,
    choose,
  }
}

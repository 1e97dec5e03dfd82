import { DatePicker, parseDate, Portal } from '@chakra-ui/react'
import { CalendarDays, ChevronLeft, ChevronRight } from 'lucide-react'
import { useState } from 'react'
import { dateText, readDate } from '@kavrell/core/text'
import { useDateOrder } from '../store/selectors.ts'
import { Input } from './fields.tsx'

interface Props {
  /** ISO, as 2026-05-14. */
  readonly value: string
  readonly onDate: (iso: string) => void
  /** What was typed and is no date. */
  readonly onUnread?: (typed: string) => void
  readonly label?: string
  readonly name?: string
  readonly disabled?: boolean
  readonly w?: string
}

/**
 * A day of the calendar: typed as people type it, or taken from the month. Weeks begin on Monday. The line is ours,
 * since the picker's own takes no letters.
 */
export function DateField({ value, onDate, onUnread, label, name, disabled, w }: Props) {
  const [typed, setTyped] = useState<string | null>(null)
  const order = useDateOrder()
  const keep = (text: string) => {
    setTyped(null)
    const iso = readDate(text, value || '2026-01-01', order)
    if (iso && iso !== value) onDate(iso)
    else if (!iso && text.trim()) onUnread?.(text)
  }
  return (
    <DatePicker.Root
      w={w}
      locale="en-GB"
      startOfWeek={1}
      fixedWeeks
      disabled={disabled}
      value={value ? [parseDate(value)] : []}
      onValueChange={({ value: [date] }) => {
        if (date && date.toString() !== value) onDate(date.toString())
      }}
    >
      <DatePicker.Control>
        <Input
          aria-label={label}
          name={name}
          disabled={disabled}
          pr="30px"
          value={typed ?? (value ? dateText(value, order) : '')}
          onChange={(e) => setTyped(e.target.value)}
          onBlur={() => typed !== null && keep(typed)}
          onKeyDown={(e) => {
            if (e.key === 'Enter' && typed !== null) keep(typed)
            if (e.key === 'Escape') setTyped(null)
          }}
        />
        <DatePicker.IndicatorGroup>
          <DatePicker.Trigger aria-label={`Open the calendar${label ? `, ${label}` : ''}`}>
            <CalendarDays size={15} aria-hidden />
          </DatePicker.Trigger>
        </DatePicker.IndicatorGroup>
      </DatePicker.Control>
      <Portal>
        <DatePicker.Positioner>
          <DatePicker.Content>
            <DatePicker.View view="day">
              <Head />
              <DatePicker.DayTable />
            </DatePicker.View>
            <DatePicker.View view="month">
              <Head />
              <DatePicker.MonthTable />
            </DatePicker.View>
            <DatePicker.View view="year">
              <Head />
              <DatePicker.YearTable />
            </DatePicker.View>
          </DatePicker.Content>
        </DatePicker.Positioner>
      </Portal>
    </DatePicker.Root>
  )
}

const Head = () => (
  <DatePicker.ViewControl>
    <DatePicker.PrevTrigger aria-label="Before">
      <ChevronLeft size={15} aria-hidden />
    </DatePicker.PrevTrigger>
    <DatePicker.ViewTrigger>
      <DatePicker.RangeText />
    </DatePicker.ViewTrigger>
    <DatePicker.NextTrigger aria-label="After">
      <ChevronRight size={15} aria-hidden />
    </DatePicker.NextTrigger>
  </DatePicker.ViewControl>
)

import { DatePicker, parseDate, Portal } from '@chakra-ui/react'
import { CalendarDays, ChevronLeft, ChevronRight } from 'lucide-react'
import { dateText, readDate } from '@kavrell/core/text'

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

/** A day of the calendar: typed as people type it, or taken from the month. Weeks begin on Monday. */
export function DateField({ value, onDate, onUnread, label, name, disabled, w }: Props) {
  return (
    <DatePicker.Root
      w={w}
      locale="en-GB"
      startOfWeek={1}
      fixedWeeks
      disabled={disabled}
      name={name}
      value={value ? [parseDate(value)] : []}
      format={(date) => dateText(date.toString())}
      parse={(typed) => {
        const iso = readDate(typed, value || '2026-01-01')
        if (iso) return parseDate(iso)
        if (typed.trim()) onUnread?.(typed)
        return undefined
      }}
      onValueChange={({ value: [date] }) => {
        if (date && date.toString() !== value) onDate(date.toString())
      }}
    >
      <DatePicker.Control>
        <DatePicker.Input aria-label={label} />
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

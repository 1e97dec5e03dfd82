import { Portal, Tooltip } from '@chakra-ui/react'
import { meaningOf } from './terms.ts'

/**
 * A word with what it means, on hover and, where it stands alone, on focus. A field's name is no stop for the Tab
 * key: the field itself tells its meaning to those who listen.
 */
export function Term({ children, of = children, stop = true }: { children: string; of?: string; stop?: boolean }) {
  const meaning = meaningOf(of)
  if (!meaning) return children
  return (
    <Tooltip.Root openDelay={300} closeDelay={80} positioning={{ placement: 'top-start' }}>
      <Tooltip.Trigger asChild>
        <span
          tabIndex={stop ? 0 : undefined}
          style={{ textDecoration: 'underline dotted', textUnderlineOffset: '3px', cursor: 'help' }}
        >
          {children}
        </span>
      </Tooltip.Trigger>
      <Portal>
        <Tooltip.Positioner>
          <Tooltip.Content>{meaning}</Tooltip.Content>
        </Tooltip.Positioner>
      </Portal>
    </Tooltip.Root>
  )
}

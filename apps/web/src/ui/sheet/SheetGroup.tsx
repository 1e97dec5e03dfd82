import { Box } from '@chakra-ui/react'
import { ChevronDown, ChevronRight } from 'lucide-react'
import type { ReactNode } from 'react'
import { Button } from '../parts.tsx'

interface Props {
  /** What its rows have in common. */
  readonly says: ReactNode
  readonly note: string
  readonly sum: string | undefined
  readonly folded: boolean
  readonly onFold: () => void
}

/** Stands over rows of one value; folded, it says what they come to all the same. */
export const SheetGroup = ({ says, note, sum, folded, onFold }: Props) => (
  <div role="row" className="group">
    <div role="gridcell">
      <Button kind="bare" aria-expanded={!folded} minH="30px" gap="8px" onClick={onFold}>
        {folded ? <ChevronRight size={14} aria-hidden /> : <ChevronDown size={14} aria-hidden />}
        {says}
      </Button>
      <Box as="span" color="soft">
        {note}
        {sum && `, ${sum}`}
      </Box>
    </div>
  </div>
)

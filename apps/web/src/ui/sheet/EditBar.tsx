import { Box, Flex } from '@chakra-ui/react'
import { Button } from '../parts.tsx'

interface Props {
  readonly count: number
  readonly sum: string | undefined
  readonly head: string
  /** Different values of the column that keys go to. */
  readonly values: readonly string[]
  readonly onDuplicate: (() => void) | undefined
  readonly onRemove: () => void
  readonly onLetGo: () => void
}

const onInk = { borderColor: 'leaf', color: 'leaf', _hover: { bg: 'ink', opacity: 0.85 } }

/** Several rows are taken in: what they have in this column, and what can be done with all of them, each with one undo. */
export const EditBar = ({ count, sum, head, values, onDuplicate, onRemove, onLetGo }: Props) => (
  <Flex
    role="toolbar"
    aria-label={`${count} rows taken in`}
    position="sticky"
    bottom="-28px"
    zIndex={2}
    bg="ink"
    color="leaf"
    px="12px"
    py="6px"
    gap="6px 14px"
    align="center"
    wrap="wrap"
    fontSize="small"
  >
    <Box fontWeight={700}>
      {count} rows{sum && `, ${sum}`}
    </Box>
    <Box minW={0} truncate maxW="340px">
      {head}{' '}
      <b>
        {values
          .slice(0, 6)
          .map((value) => value || 'empty')
          .join(', ')}
      </b>
      {values.length > 6 && ' and others'}; type, and all have it
    </Box>
    <Flex ml="auto" gap="6px">
      {onDuplicate && (
        <Button {...onInk} onClick={onDuplicate}>
          Duplicate
        </Button>
      )}
      <Button {...onInk} onClick={onRemove}>
        Remove
      </Button>
      <Button {...onInk} borderColor="transparent" onClick={onLetGo}>
        Let go
      </Button>
    </Flex>
  </Flex>
)

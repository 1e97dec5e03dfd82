import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { useEffect, useRef } from 'react'
import { showKeys } from '../store/desk.ts'
import { Button } from '../ui/parts.tsx'

/** Every key, by where it works. */
const KEYS: readonly (readonly [string, readonly (readonly [string, string])[]])[] = [
  [
    'Everywhere',
    [
      ['Ctrl K', 'go to or do anything by its name'],
      ['?', 'this list'],
      ['Ctrl Z', 'undo'],
      ['Ctrl Shift Z', 'redo'],
      ['Esc', 'close, or drop what is being typed'],
    ],
  ],
  [
    'In a sheet',
    [
      ['arrows', 'move; with Shift, take in more rows'],
      ['type, Enter or F2', 'change the cell'],
      ['Enter, Tab', 'keep it and go down, go on; with Shift, back'],
      ['Space', 'yes or no'],
      ['Delete', 'empty the cell'],
      ['Ctrl D', 'fill down over the rows taken in'],
      ['Ctrl Shift D', 'duplicate the row'],
      ['Ctrl C, Ctrl V', 'copy rows, paste from a spreadsheet'],
      ['Alt ↑ Alt ↓', 'move the row'],
      ['Ctrl Backspace', 'remove the row'],
    ],
  ],
  [
    'Light, on the plan',
    [
      ['arrows', 'move what is chosen by 5 cm; with Shift, by 50 cm'],
      ['Q, E', 'turn it'],
      ['+, −', 'brighter, dimmer'],
    ],
  ],
  [
    'Order',
    [
      ['Alt ↑ Alt ↓', 'move the entry earlier, later'],
      ['Enter', 'open it'],
    ],
  ],
  [
    'Roll',
    [
      ['Space', 'start and cut'],
      ['G', 'good'],
      ['N', 'no good'],
      ['/', 'a note'],
      ['W', 'wild sound'],
      ['S', 'next in the order'],
    ],
  ],
]

export function KeyList() {
  const panel = useRef<HTMLDivElement>(null)
  useEffect(() => panel.current?.focus(), [])
  return (
    <Box
      ref={panel}
      tabIndex={-1}
      role="dialog"
      aria-label="Keys"
      position="fixed"
      top="0"
      right="0"
      bottom="0"
      w="min(460px, 100vw)"
      bg="paper"
      borderLeft="1px solid"
      borderColor="line"
      overflow="auto"
      p="18px"
      zIndex={30}
      outline="none"
      onKeyDown={(e) => {
        if (e.key === 'Escape') showKeys(false)
      }}
    >
      <Flex align="center">
        <Heading as="h2" fontSize="title" fontWeight={700}>
          Keys
        </Heading>
        <Button ml="auto" onClick={() => showKeys(false)}>
          Close
        </Button>
      </Flex>
      {KEYS.map(([where, keys]) => (
        <Box key={where} mt="16px">
          <Text fontWeight={700} mb="4px">
            {where}
          </Text>
          {keys.map(([key, does]) => (
            <Flex key={key} gap="12px" py="4px" borderBottom="1px solid" borderColor="line">
              <Text fontFamily="mono" fontSize="small" minW="140px">
                {key}
              </Text>
              <Text color="soft">{does}</Text>
            </Flex>
          ))}
        </Box>
      ))}
    </Box>
  )
}

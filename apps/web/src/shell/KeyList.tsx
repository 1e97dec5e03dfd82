import { Box, Drawer, Flex, Kbd, Portal, Text } from '@chakra-ui/react'
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

export const KeyList = () => (
  <Drawer.Root open onOpenChange={(e) => showKeys(e.open)} placement="end">
    <Portal>
      <Drawer.Backdrop />
      <Drawer.Positioner>
        <Drawer.Content maxW="min(460px, 100vw)" aria-label="Keys">
          <Drawer.Header alignItems="center">
            <Drawer.Title>Keys</Drawer.Title>
            <Button ml="auto" onClick={() => showKeys(false)}>
              Close
            </Button>
          </Drawer.Header>
          <Drawer.Body pb="24px">
            {KEYS.map(([where, keys]) => (
              <Box key={where} mt="16px">
                <Text fontWeight={700} mb="4px">
                  {where}
                </Text>
                {keys.map(([key, does]) => (
                  <Flex key={key} gap="12px" py="4px" borderBottom="1px solid" borderColor="line">
                    <Box minW="140px">
                      <Kbd>{key}</Kbd>
                    </Box>
                    <Text color="soft">{does}</Text>
                  </Flex>
                ))}
              </Box>
            ))}
          </Drawer.Body>
        </Drawer.Content>
      </Drawer.Positioner>
    </Portal>
  </Drawer.Root>
)

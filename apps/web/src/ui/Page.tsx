import { Box, Flex, Splitter, useBreakpointValue } from '@chakra-ui/react'
import { type ReactNode, useDeferredValue, useState } from 'react'
import { remember, remembered } from '../store/remember.ts'

/** What the rail and the margins take of a window. */
const BESIDE_PX = 190
/** An aside is this wide at least, and leaves this share to the work. */
const LEAST_PX = 240
const WORK_LEAST = 40

/** A screen: what the work is on the left, what follows from it on the right, as wide as each likes it. */
export function Page({
  children,
  aside,
  asideWidth = 320,
}: {
  children: ReactNode
  aside?: ReactNode
  /** In pixels, until somebody draws it wider. */
  asideWidth?: number
}) {
  const wide = useBreakpointValue({ base: false, lg: true }, { ssr: false })
  // On a phone it lies below: what is in sight is drawn first.
  const below = useDeferredValue(aside, null)
  if (!wide)
    return (
      <Flex direction="column" gap="20px" align="stretch" minH="100%">
        <Box minW={0}>{children}</Box>
        {aside && <Box>{below}</Box>}
      </Flex>
    )
  return (
    <Split aside={aside} asideWidth={asideWidth}>
      {children}
    </Split>
  )
}

const PANELS = [
  { id: 'work', minSize: WORK_LEAST },
  { id: 'aside', minSize: 10 },
]
const ALONE = [{ id: 'work' }, { id: 'aside', minSize: 0 }]
// The window scrolls, not the panels: what is beside a long list stays in sight.
const FLOWS = { overflow: 'visible !important', minW: 0 }

/** Work and aside side by side. The work stays the same element where there is no aside: what has the focus keeps it. */
function Split({ children, aside, asideWidth }: { children: ReactNode; aside: ReactNode; asideWidth: number }) {
  const room = Math.max(600, window.innerWidth - BESIDE_PX)
  const kept = Number(remembered(`aside.${asideWidth}`))
  const share = (Math.max(LEAST_PX, kept || asideWidth) / room) * 100
  const [size, setSize] = useState([100 - share, share])
  const hidden = aside ? undefined : 'none'
  return (
    <Splitter.Root
      panels={aside ? PANELS : ALONE}
      size={aside ? size : [100, 0]}
      onResize={(e) => {
        if (aside) setSize(e.size)
      }}
      onResizeEnd={({ size }) => remember(`aside.${asideWidth}`, String(Math.round((size[1]! / 100) * room)))}
      minH="100%"
      css={{ overflow: 'visible !important', height: 'auto !important' }}
    >
      <Splitter.Panel id="work" css={FLOWS}>
        <Box pr={aside ? '18px' : 0}>{children}</Box>
      </Splitter.Panel>
      <Splitter.ResizeTrigger id="work:aside" aria-label="Wider or narrower" display={hidden}>
        <Splitter.ResizeTriggerSeparator />
      </Splitter.ResizeTrigger>
      <Splitter.Panel id="aside" css={FLOWS} display={hidden}>
        <Box tabIndex={0} position="sticky" top="0" maxH="calc(100vh - 124px)" overflowY="auto" pl="18px">
          {aside}
        </Box>
      </Splitter.Panel>
    </Splitter.Root>
  )
}

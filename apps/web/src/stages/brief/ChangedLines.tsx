import { Box } from '@chakra-ui/react'
import { diffLines } from 'diff'
import { useMemo } from 'react'

/** Lines of a run that did not change shown at each end of a change. */
const AROUND = 2

/** What a newer draft writes otherwise, line by line: what went is struck through, what came is marked. */
export function ChangedLines({ old, fresh }: { old: string; fresh: string }) {
  const pieces = useMemo(
    () =>
      diffLines(`${old.trimEnd()}\n`, `${fresh.trimEnd()}\n`).flatMap((piece, at, all) => {
        const lines = piece.value.replace(/\n$/, '').split('\n')
        if (piece.added || piece.removed) return lines.map((text) => ({ text, is: piece.added ? 'new' : 'gone' }))
        const same = lines.map((text) => ({ text, is: 'same' }))
        const head = at === 0 ? [] : same.slice(0, AROUND)
        const tail = at === all.length - 1 ? [] : same.slice(-AROUND)
        return same.length <= head.length + tail.length ? same : [...head, { text: '…', is: 'left out' }, ...tail]
      }),
    [old, fresh],
  )
  return (
    <Box fontFamily="mono" fontSize="note" whiteSpace="pre-wrap" pl="42px" pb="8px" data-changed-lines>
      {pieces.map(({ text, is }, i) =>
        is === 'new' ? (
          <Box as="ins" key={i} display="block" textDecoration="none" bg="tint" fontWeight={600}>
            + {text}
          </Box>
        ) : is === 'gone' ? (
          <Box as="del" key={i} display="block" color="soft">
            − {text}
          </Box>
        ) : (
          <Box key={i} color="faint">
            {'  '}
            {text}
          </Box>
        ),
      )}
    </Box>
  )
}

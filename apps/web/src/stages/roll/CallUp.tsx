import { Box, Flex, Text } from '@chakra-ui/react'
import { type RefObject, useState } from 'react'
import { useRecords } from '../../store/selectors.ts'
import { Input } from '../../ui/fields.tsx'
import { Button } from '../../ui/parts.tsx'
import type { SlateState } from './useSlate.ts'
import { freeKey, rowKey, shotKey } from '@kavrell/core/takes'

const MOST = 6

/** Any shot by its code, planned today or not; a slate of which nothing is planned just as well. */
export function CallUp({ slate, input }: { slate: SlateState; input: RefObject<HTMLInputElement | null> }) {
  const shots = useRecords('shot')
  const [typed, setTyped] = useState('')
  const code = typed.trim().toUpperCase()
  const all = Object.values(shots)
  const exact = all.find((shot) => shot.code.toUpperCase() === code)
  const like = code
    ? all
        .filter(
          (shot) =>
            shot !== exact && (shot.code.toUpperCase().startsWith(code) || shot.sees.toUpperCase().includes(code)),
        )
        .sort((a, b) => a.code.localeCompare(b.code, 'en', { numeric: true }))
        .slice(0, MOST)
    : []
  const take = (key: string) => {
    slate.choose(key)
    setTyped('')
    input.current?.blur()
  }
  const keyOfShot = (id: string) => {
    const row = slate.items.find((item) => (item.shotIds as readonly string[]).includes(id))
    return row ? rowKey(row.id) : shotKey(id)
  }
  const enter = () => {
    if (exact) take(keyOfShot(exact.id))
    else if (code) take(freeKey(typed.trim()))
  }
  return (
    <Box mt="8px">
      <Flex gap="8px" align="center">
        <Input
          ref={input}
          aria-label="Call up a shot or a slate"
          placeholder="Another shot, or any slate"
          maxW="240px"
          value={typed}
          onChange={(e) => setTyped(e.target.value.slice(0, 40))}
          onKeyDown={(e) => {
            if (e.key === 'Enter') enter()
            if (e.key === 'Escape') {
              setTyped('')
              input.current?.blur()
            }
          }}
        />
        {code && (
          <Button onClick={enter}>
            {exact ? `${exact.code}, ${exact.sees || 'shot'}` : `Slate ${typed.trim()}, not planned`}
          </Button>
        )}
      </Flex>
      {like.length > 0 && (
        <Flex gap="4px" wrap="wrap" mt="6px">
          {like.map((shot) => (
            <Button key={shot.id} kind="quiet" onClick={() => take(keyOfShot(shot.id))}>
              <b>{shot.code}</b>
              <Text as="span" ml="6px" truncate maxW="180px">
                {shot.sees}
              </Text>
            </Button>
          ))}
        </Flex>
      )}
    </Box>
  )
}

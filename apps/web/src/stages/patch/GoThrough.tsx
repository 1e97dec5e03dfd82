import { Box, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { SetUpCard, SetUpCell } from '@kavrell/core/patch'
import { say } from '../../store/production.ts'
import { Input } from '../../ui/fields.tsx'
import { Button } from '../../ui/parts.tsx'
import { writeLook } from './writeLook.ts'

/** One camera in somebody's hands: one line after the other, large, each with one press where it is as wanted. */
export function GoThrough({
  card,
  cell,
  goTo,
}: {
  card: SetUpCard
  cell: SetUpCell
  goTo: (cell: SetUpCell | null) => void
}) {
  const { camera, line, wanted, shown, stands } = cell
  const own = card.rows.flatMap(({ cells }) => cells).filter((one) => one.camera.id === camera.id && one.stands !== 'nothing wanted') // prettier-ignore
  const at = own.findIndex((one) => one.line.id === line.id)
  const last = own.length - 1
  const on = () => {
    if (at < last) return goTo(own[at + 1]!)
    say(`${camera.letter} was gone through.`)
    goTo(null)
  }
  const write = (what: string) => {
    if (writeLook(cell, what)) on()
  }
  return (
    <Box
      border="1px solid"
      borderColor="line"
      bg="well"
      p="12px"
      mb="12px"
      role="group"
      aria-label={`Camera ${camera.letter}, line by line`}
      data-going
    >
      <Flex align="baseline" gap="10px" wrap="wrap">
        <Text fontSize="title" fontWeight={700}>
          {camera.letter}
        </Text>
        <Text fontSize="large" fontWeight={700}>
          {line.name}: {wanted}
        </Text>
        <Text color="soft" fontSize="note" ml="auto">
          line {at + 1} of {own.length}
        </Text>
      </Flex>
      <Text color="soft" mt="2px">
        {shown === null
          ? 'Nobody has looked yet.'
          : `Seen last: ${shown}${stands === 'before today' || stands === 'before power-up' ? `, ${stands}: look again` : ''}.`}
      </Text>
      <Flex gap="8px" mt="10px" wrap="wrap" align="center">
        <Button kind="main" minH="44px" onClick={() => write(wanted)}>
          It shows {wanted}
        </Button>
        <Otherwise key={`${line.id} ${camera.id}`} letter={camera.letter} write={write} />
        <Button minH="44px" disabled={at === 0} onClick={() => goTo(own[at - 1]!)}>
          Back
        </Button>
        <Button minH="44px" onClick={on}>
          Skip
        </Button>
        <Button kind="word" minH="44px" ml="auto" onClick={() => goTo(null)}>
          Close
        </Button>
      </Flex>
    </Box>
  )
}

function Otherwise({ letter, write }: { letter: string; write: (what: string) => void }) {
  const [typed, setTyped] = useState('')
  const what = typed.trim()
  return (
    <Flex
      as="form"
      gap="6px"
      onSubmit={(e) => {
        e.preventDefault()
        if (what) write(what)
      }}
    >
      <Input
        w="150px"
        minH="44px"
        maxLength={80}
        aria-label={`What ${letter} shows instead`}
        placeholder="or it shows"
        value={typed}
        onChange={(e) => setTyped(e.target.value)}
      />
      <Button type="submit" minH="44px" disabled={!what}>
        Write down
      </Button>
    </Flex>
  )
}

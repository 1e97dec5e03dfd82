import { newId } from '../store/newId.ts'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useMemo, useRef, useState } from 'react'
import { productionNow, useProduction, useUnits } from '../store/selectors.ts'
import { Input } from './fields.tsx'
import { addShots, shotLike } from './newShots.ts'
import { asId, blank, inOrder, type Production, type RecordOf, refuseValue } from '@kavrell/core/records'
import {
  DEFAULT_SENSOR,
  freeCodes,
  type LineContext,
  newScene,
  putBack,
  readShotLine,
  type Understood,
  takingOfShot,
} from '@kavrell/core/shotlist'
import type { Units } from '@kavrell/core/text'

/** A line of this production's own: its next scene and somebody who is in front of its cameras. */
function exampleOf({ scene, shot, person, production }: Production): string {
  const number = inOrder(scene)[0]?.number ?? '1'
  const [code] = freeCodes(
    number,
    Object.values(shot).map((s) => s.code),
    1,
    production.slateLetters,
  )
  const [inFrame] = Object.values(shot).flatMap((s) => s.personIds)
  const who = inFrame ? (person[inFrame]?.name.split(' ')[0] ?? '') : ''
  return [code, who, 'close 85 T2.8 2.1m left 20m'].filter(Boolean).join(' ')
}

/** What a line is read by. */
function contextOf(production: Production, units: Units, from: RecordOf<'shot'> | undefined): LineContext {
  const cameras = Object.values(production.camera).map(({ id, letter }) => ({
    id,
    letter,
    taking: takingOfShot(production, { cameraId: id, modeId: null, squeeze: 1 }).used,
  }))
  const shots = Object.values(production.shot)
  return {
    people: Object.values(production.person),
    setups: Object.values(production.setup),
    cameras,
    shots,
    scenes: Object.values(production.scene),
    rigs: [...new Set(shots.map((s) => s.rig).filter(Boolean))],
    taking: cameras.find((c) => c.id === from?.cameraId)?.taking ?? { ...DEFAULT_SENSOR, squeeze: 1 },
    fps: from ? from.fpsNum / from.fpsDen : 25,
    units,
    letters: production.production.slateLetters,
  }
}

/** One line makes one shot; what it is understood as is shown while it is typed. */
export function TypedShot({ from, onMade }: { from: RecordOf<'shot'> | undefined; onMade: (id: string) => void }) {
  const production = useProduction()
  const units = useUnits()
  const [line, setLine] = useState('')
  const [refused, setRefused] = useState<string | null>(null)
  const input = useRef<HTMLInputElement>(null)
  const context = useMemo(() => contextOf(production, units, from), [production, units, from])
  const example = useMemo(() => exampleOf(production), [production])
  const read = line.trim() ? readShotLine(line, context) : null
  const invalid = read
    ? Object.entries(read.fields).flatMap(([field, value]) => refuseValue('shot', field, value) ?? [])
    : []
  const problems = [...(read?.problems ?? []), ...invalid]
  const keep = () => {
    if (!read || problems.length > 0) return
    // Whoever types fast is ahead of the screen: a scene that the line before has made is there already.
    const now = productionNow()
    const again = readShotLine(line, contextOf(now, units, from))
    if (again.problems.length > 0) return setRefused(again.problems.join(' '))
    const own = again.fields
    const number = /^\d+/.exec(own.code!)![0]
    const fields = blank('shot', {
      ...shotLike(now, from),
      ...(own.sceneId ? {} : { sceneId: asId<'scene'>(newScene(number)) }),
      ...own,
    })
    const id = newId()
    const done = addShots(`Add shot ${own.code}`, [{ id, fields }])
    setRefused(done.ok ? null : done.error)
    if (!done.ok) return
    setLine('')
    onMade(id)
  }
  const isField = (piece: Understood) => piece.from !== null && piece.field !== 'sees' && piece.field !== 'code'
  const asWords = (piece: Understood | undefined) => {
    if (piece) setLine(putBack(line, piece))
    input.current?.focus()
  }
  return (
    <Box mb="12px">
      <Input
        ref={input}
        aria-label="Type a shot"
        placeholder={`Type a shot: ${example}`}
        value={line}
        fontFamily="mono"
        fontSize="body"
        minH="34px"
        onChange={(e) => {
          setLine(e.target.value)
          setRefused(null)
        }}
        onKeyDown={(e) => {
          if (e.key === 'Enter') keep()
          if (e.key === 'Escape') setLine('')
          const caret = e.currentTarget.selectionStart ?? line.length
          if (e.key === 'F8') asWords(read?.understood.findLast((piece) => isField(piece) && piece.from! <= caret))
        }}
      />
      {read && (
        <Flex gap="5px" mt="5px" wrap="wrap" fontSize="note" aria-live="polite" data-understood>
          {merged(read.understood).map((piece) => (
            <Piece
              key={`${piece.from} ${piece.field}`}
              line={line}
              piece={piece}
              onAsWords={isField(piece) ? () => asWords(piece) : null}
            />
          ))}
          {problems.length === 0 && (
            <Text color="faint">
              Enter keeps it
              {read.understood.some(isField) ? '; F8, or a press on a piece, makes it plain words again' : ''}
            </Text>
          )}
        </Flex>
      )}
      {(problems.length > 0 || refused) && (
        <Text role="alert" color="stop" fontSize="small" mt="4px">
          {refused ?? problems.join(' ')}
        </Text>
      )}
    </Box>
  )
}

interface PieceProps {
  readonly line: string
  readonly piece: Understood
  readonly onAsWords: (() => void) | null
}

/** What some words were taken for; a press makes them words again. */
function Piece({ line, piece, onAsWords }: PieceProps) {
  const typed = piece.from === null || piece.to === null ? '' : line.slice(piece.from, piece.to)
  const inside = (
    <>
      {typed && !sameWords(typed, piece.says) && (
        <Text as="span" fontFamily="mono" mr="6px" color="soft">
          {typed}
        </Text>
      )}
      {piece.says}
    </>
  )
  if (!onAsWords)
    return (
      <Box bg={piece.field === 'sees' ? 'well' : 'tint'} px="7px" py="1px">
        {inside}
      </Box>
    )
  return (
    <Box
      as="button"
      bg="tint"
      px="7px"
      py="1px"
      cursor="pointer"
      title={`Make “${typed}” plain words`}
      // The line keeps the keys.
      onMouseDown={(e) => e.preventDefault()}
      onClick={onAsWords}
    >
      {inside}
      <Text as="span" ml="6px" color="faint" aria-hidden="true">
        ×
      </Text>
    </Box>
  )
}

const sameWords = (typed: string, says: string) =>
  says.toLowerCase().replace(/ /g, '').startsWith(typed.toLowerCase().replace(/ /g, ''))

/** Words beside one another that are what we see are shown as one piece. */
function merged(understood: readonly Understood[]): Understood[] {
  const pieces: Understood[] = []
  // What a phrase says besides stands behind the words that it is part of.
  const besides = understood.filter((piece) => piece.field === 'figures')
  for (const piece of [...understood.filter((other) => !besides.includes(other)), ...besides]) {
    const last = pieces.at(-1)
    if (piece.field === 'sees' && last?.field === 'sees') pieces[pieces.length - 1] = { ...last, to: piece.to }
    else pieces.push(piece)
  }
  return pieces
}

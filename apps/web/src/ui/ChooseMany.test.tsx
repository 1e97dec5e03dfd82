// @vitest-environment jsdom
import { fireEvent, screen } from '@testing-library/react'
import { useState } from 'react'
import { expect, test } from 'vitest'
import { draw } from '../testing.tsx'
import { ChooseMany } from './ChooseMany.tsx'

const NAMES = new Map([
  ['a', '2A'],
  ['b', '4A'],
  ['c', '4B'],
])
let chosen: readonly string[] = []
function Few() {
  const [ids, setIds] = useState<readonly string[]>(['a'])
  chosen = ids
  return <ChooseMany label="Shots" names={NAMES} value={ids} onChoose={setIds} onUnread={() => undefined} />
}

test('a part of a name and Enter add the first that has it; Enter alone adds nothing; Backspace takes the last out', async () => {
  const user = draw(<Few />)
  await user.click(screen.getByLabelText('Shots'))
  await user.keyboard('4b{Enter}')
  expect(chosen).toEqual(['a', 'c'])
  await user.keyboard('{Enter}')
  expect(chosen).toEqual(['a', 'c'])
  await user.keyboard('{Backspace}{Backspace}')
  expect(chosen).toEqual(['a'])
})

test('what none is called is not taken', async () => {
  const user = draw(<Few />)
  await user.click(screen.getByLabelText('Shots'))
  await user.keyboard('9Z{Enter}')
  expect(chosen).toEqual(['a'])
  expect(screen.getByText('Nothing more has “9Z” in its name.')).toBeTruthy()
})

test('a pointer that rests on the list chooses nothing; arrows do', async () => {
  const user = draw(<Few />)
  await user.click(screen.getByLabelText('Shots'))
  await user.keyboard('4')
  fireEvent.pointerMove(screen.getByRole('option', { name: '4B' }))
  await user.keyboard('{Enter}')
  expect(chosen).toEqual(['a', 'b'])
})

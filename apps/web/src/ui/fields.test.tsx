// @vitest-environment jsdom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { useState } from 'react'
import { expect, test } from 'vitest'
import { draw } from '../testing.tsx'
import { SlideOver, WholeNumber } from './fields.tsx'

const kept: string[] = []
function Minutes() {
  const [text, setText] = useState('20')
  return (
    <WholeNumber
      aria-label="Minutes"
      value={text}
      onType={setText}
      onKeep={(whole) => {
        kept.push(whole)
        setText(whole)
      }}
      onDrop={() => setText('20')}
    />
  )
}

test('a whole number is kept when its line is left, and dropped by Escape', async () => {
  kept.length = 0
  const user = draw(<Minutes />)
  const line = screen.getByLabelText<HTMLInputElement>('Minutes')
  await user.clear(line)
  await user.type(line, '45')
  expect(kept).toEqual([])
  await user.keyboard('{Enter}')
  expect(kept).toEqual(['45'])
  await user.clear(line)
  await user.type(line, '7{Escape}')
  await waitFor(() => expect(line.value).toBe('20'))
})

test('stepped by a finger, which gives it no focus, it is kept at once', async () => {
  kept.length = 0
  draw(<Minutes />)
  const more = screen.getByRole('button', { name: /increment/i })
  fireEvent.pointerDown(more, { pointerType: 'touch', button: 0 })
  fireEvent.pointerUp(more, { pointerType: 'touch', button: 0 })
  await waitFor(() => expect(kept.at(-1)).toBe('21'))
})

test('what is slid says its reading and moves by its step, by keys', async () => {
  const slid: number[] = []
  draw(<SlideOver label="Hour" text="10:00" least={0} most={60} step={5} value={30} onSlide={(n) => slid.push(n)} />)
  const thumb = screen.getByRole('slider', { name: 'Hour' })
  expect(thumb.getAttribute('aria-valuetext')).toBe('10:00')
  thumb.focus()
  fireEvent.keyDown(thumb, { key: 'ArrowRight' })
  await waitFor(() => expect(slid).toEqual([35]))
})

// @vitest-environment jsdom
import { screen } from '@testing-library/react'
import { beforeEach, describe, expect, test } from 'vitest'
import { useProductionStore } from '../store/production.ts'
import { draw, openDemo, sent, shotOf } from '../testing.tsx'
import { Misfits } from './Misfits.tsx'

/** An edit of a stop that somebody else had changed while this device was away. */
const clash = () => {
  const shot = shotOf('1A')
  return {
    id: 'edit 1',
    productionId: useProductionStore.getState().productionId!,
    queuedAt: '2026-05-14T07:05:00Z',
    edit: {
      id: 'edit 1',
      label: 'Change stop of 1A',
      changes: [{ op: 'update', kind: 'shot', id: shot.id, version: 1, fields: { tStop: 8 } }],
    },
    refusal: {
      code: 'clash',
      kind: 'shot',
      id: shot.id,
      field: 'tStop',
      current: 2.8,
      version: 2,
      says: 'Somebody changed Stop in the meantime.',
    },
  }
}
beforeEach(() => {
  openDemo()
  useProductionStore.setState({ misfits: [clash()] as never })
})

describe('an edit that no longer fits', () => {
  test('is shown with both values and what it was', () => {
    draw(<Misfits />)
    expect(screen.getByText(/“Change stop of 1A” did not fit any more/).textContent).toContain('Somebody changed Stop')
    expect(screen.getByText(/^there: 2\.8.* · here: 8/)).toBeTruthy()
  })
  test('is insisted on by one press, as an edit of its own', async () => {
    const user = draw(<Misfits />)
    await user.click(screen.getByRole('button', { name: /^Set it to 8/ }))
    expect(shotOf('1A').tStop).toBe(8)
    expect(useProductionStore.getState().misfits).toEqual([])
  })
  test('is let go by one press, and nothing is written', async () => {
    const user = draw(<Misfits />)
    const was = shotOf('1A').tStop
    await user.click(screen.getByRole('button', { name: /^Leave it at 2\.8/ }))
    expect(shotOf('1A').tStop).toBe(was)
    expect(useProductionStore.getState().misfits).toEqual([])
    expect(sent).toEqual([])
  })
  test('with no two values to show it can only be let go', () => {
    const { refusal: _refusal, ...rest } = clash()
    useProductionStore.setState({
      misfits: [
        { ...rest, refusal: { code: 'gone', kind: 'shot', id: 'x', says: 'The shot was removed meanwhile.' } },
      ] as never,
    })
    draw(<Misfits />)
    expect(screen.getByRole('button', { name: 'Let it go' })).toBeTruthy()
    expect(screen.queryByRole('button', { name: /^Set it/ })).toBeNull()
  })
})

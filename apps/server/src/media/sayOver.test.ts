import { expect, test } from 'vitest'
import type { Job } from '@kavrell/contract'
import { eveningWord } from './sayOver.ts'

const job = (card: string, drive: string, more: Partial<Job>): Job => ({ id: card + drive, productionId: 'p', kind: 'copy', cardId: card, state: 'done', phase: 'checking', bytesDone: 0, bytesTotal: 0, bytesPerSecond: 0, secondsLeft: null, targets: [{ driveId: drive, state: 'done', says: '' }], problems: [], ...more }) // prettier-ignore
const labels = new Map([
  ['a', 'A1'],
  ['b', 'B1'],
  ['s', 'S1'],
])
const word = (...jobs: Job[]) => eveningWord(jobs, labels, 'The Plank')

test('nobody is woken while something goes on or only waits for its turn', () => {
  expect(word()).toBeNull()
  expect(word(job('a', 's', {}), job('b', 's', { state: 'running' }))).toBeNull()
  expect(word(job('a', 's', {}), job('b', 's', { state: 'waiting' }))).toBeNull()
})
test('over is said with what was not made, and never that a card may be wiped', () => {
  expect(word(job('a', 's', {}), job('b', 's', {}))).toMatchObject({ isOver: true, subject: 'The Plank: the copies are over' }) // prettier-ignore
  const failed = word(job('a', 's', {}), job('b', 's', { state: 'failed', problems: ['Drive S1 is gone.'] }))!
  expect(failed.subject).toBe('The Plank: the copies are over, 1 not made')
  expect(failed.text).toContain('Not made: B1 to S1. Drive S1 is gone.')
  expect(failed.text).toContain('no leave to wipe')
  // A job that is done with a drive that failed has not made that copy.
  expect(word(job('a', 's', { targets: [{ driveId: 's', state: 'failed', says: '' }] }))!.text).toContain(
    'Not made: A1',
  )
})
test('what waits for a hand is told as that', () => {
  const waits = word(job('a', 's', {}), job('b', 's', { state: 'waiting', waitsFor: 'Put B1 into the reader.' }))!
  expect(waits).toMatchObject({ isOver: false, subject: 'The Plank: the copies wait for you' })
  expect(waits.text).toContain('B1 to S1 waits. Put B1 into the reader.')
  expect(word(job('b', 's', { state: 'waiting', isPaused: true }))!.text).toContain('B1 to S1 is paused')
})

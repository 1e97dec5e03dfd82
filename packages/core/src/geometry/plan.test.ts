import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { APART_M, freePlace, isInside, placeLabels, rectangle, snapToPlan } from './index.ts'

const metres = fc.double({ min: -30, max: 30, noNaN: true })

test('steps of the plan are written as they are read: two decimals at most', () => {
  fc.assert(
    fc.property(metres, (m) => {
      const snapped = snapToPlan(m)
      expect(Math.abs(snapped - m)).toBeLessThanOrEqual(0.025 + 1e-9)
      expect(String(Math.abs(snapped))).toMatch(/^\d+(\.\d{1,2})?$/)
    }),
  )
})

describe('a new thing', () => {
  const room = rectangle(6, 4)
  test('lands where it is wanted when nothing is there', () => {
    expect(freePlace({ xM: 3, yM: 2 }, [], room)).toEqual({ xM: 3, yM: 2 })
  })
  test('lands clear of all that stands there, and in the room, as long as there is room', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 20 }), (count) => {
        const taken: { xM: number; yM: number }[] = []
        for (let i = 0; i < count; i++) {
          const next = freePlace({ xM: 3, yM: 2 }, taken, room)
          expect(isInside(room, next)).toBe(true)
          for (const other of taken)
            expect(Math.hypot(next.xM - other.xM, next.yM - other.yM)).toBeGreaterThanOrEqual(APART_M - 1e-9)
          taken.push(next)
        }
      }),
      { numRuns: 20 },
    )
  })
  test('where the room is full it lands where it was wanted, rather than nowhere', () => {
    expect(freePlace({ xM: 0.2, yM: 0.2 }, [{ xM: 0.2, yM: 0.2 }], rectangle(0.4, 0.4))).toEqual({ xM: 0.2, yM: 0.2 })
  })
})

describe('words on a drawing', () => {
  const size = { width: 700, height: 470 }
  const box = (l: { x: number; y: number; width: number; height: number }, p: { dx: number; dy: number }) => ({
    left: l.x + p.dx - l.width / 2,
    right: l.x + p.dx + l.width / 2,
    top: l.y + p.dy - l.height / 2,
    bottom: l.y + p.dy + l.height / 2,
  })
  const label = (id: string, x: number, y: number, width = 60) => ({ id, x, y, width, height: 15, clear: 12 })
  test('two cameras almost on one point have words that can both be read', () => {
    const labels = [label('A', 300, 200), label('B', 304, 202)]
    const placed = placeLabels(labels, size)
    const [a, b] = labels.map((l) => box(l, placed.get(l.id)!))
    expect(a!.right <= b!.left || b!.right <= a!.left || a!.bottom <= b!.top || b!.bottom <= a!.top).toBe(true)
  })
  test('no two words overprint, nor leave the drawing, when things stand as far apart as they do', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 0, max: 34 }), { minLength: 2, maxLength: 14 }),
        fc.integer({ min: 0, max: 20 }),
        (cells, jitter) => {
          const labels = cells.map((cell, i) =>
            label(`${i}`, 50 + (cell % 7) * 100 + jitter, 45 + Math.floor(cell / 7) * 95, 40 + ((i * 17) % 40)),
          )
          const placed = placeLabels(labels, size)
          const boxes = labels.map((l) => box(l, placed.get(l.id)!))
          for (const [i, a] of boxes.entries()) {
            expect(a.left >= -1e-9 && a.right <= size.width && a.top >= -1e-9 && a.bottom <= size.height).toBe(true)
            for (const b of boxes.slice(i + 1))
              expect(a.right <= b.left || b.right <= a.left || a.bottom <= b.top || b.bottom <= a.top).toBe(true)
          }
        },
      ),
    )
  })
})

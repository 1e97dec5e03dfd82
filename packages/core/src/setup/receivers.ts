import { facing } from '../geometry/index.ts'
import type { StageReceiver } from '../litRoom/index.ts'
import type { Mark } from '../records/index.ts'

/** Whether somebody is at a mark, with a body and two cheeks. */
export const isPerson = ({ what }: Pick<Mark, 'what'>): boolean => what === 'standing' || what === 'seated'

/** Ways in which a face is looked at besides its front: turned from where it looks, and lifted; degrees. */
const CHEEK_DEG = 55
const FOREHEAD_DEG = 40

/** Where light is read of a mark: the front first; of a person also left cheek, right cheek (their own) and forehead. */
export function receiversOf(mark: Mark, body: ReadonlySet<number> | undefined): StageReceiver[] {
  const at = [mark.xM, mark.yM, mark.heightM] as const
  const looks = (turnDeg: number, tiltDeg: number): StageReceiver => ({
    at,
    normal: facing(mark.facingDeg + turnDeg, tiltDeg),
    without: body,
  })
  const front = looks(0, 0)
  return isPerson(mark) ? [front, looks(-CHEEK_DEG, 0), looks(CHEEK_DEG, 0), looks(0, FOREHEAD_DEG)] : [front]
}

/** What receivers are told apart by. */
export const keyOfMarks = (marks: readonly Mark[]): string =>
  JSON.stringify(marks.map((m) => [m.id, m.xM, m.yM, m.heightM, m.facingDeg, isPerson(m)]))

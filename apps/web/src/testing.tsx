import 'fake-indexeddb/auto'
import { ChakraProvider } from '@chakra-ui/react'
import {
  applyChanges,
  type EditBody,
  type KindName,
  productionOf,
  type RecordOf,
  type RecordTable,
  type Role,
} from '@kavrell/contract'
import { findSnags } from '@kavrell/core/snags'
import { demoProduction } from '@kavrell/demo'
import { cleanup, render } from '@testing-library/react'
import { type UserEvent, userEvent } from '@testing-library/user-event'
import type { ReactElement } from 'react'
import { MemoryRouter, Route, Routes } from 'react-router'
import { afterEach, vi } from 'vitest'
import { openSnapshot, receive, useProductionStore } from './store/production.ts'
import { useFindings } from './store/snags.ts'
import { system } from './ui/theme.ts'

/** What a page has and jsdom has not: nothing here is looked at, it only has to be there. */
class Nothing {
  observe() {}
  unobserve() {}
  disconnect() {}
  postMessage() {}
  addEventListener() {}
  removeEventListener() {}
  terminate() {}
}
vi.stubGlobal('ResizeObserver', Nothing)
vi.stubGlobal('IntersectionObserver', Nothing)
vi.stubGlobal('Worker', Nothing)
vi.stubGlobal('matchMedia', () => ({ matches: false, addEventListener() {}, removeEventListener() {} }))
Element.prototype.scrollIntoView = () => {}
Element.prototype.scrollTo = () => {}
Element.prototype.setPointerCapture = () => {}
HTMLCanvasElement.prototype.getContext = () => null
afterEach(cleanup)

export const PRODUCTION_ID = '00000000-0000-7000-8000-00000000ffff'
let n = 0
const demo = demoProduction(
  () => `00000000-0000-7000-8000-${String(n++).padStart(12, '0')}`,
  Date.parse('2026-05-01T12:00:00Z'),
)
const demoRecords = applyChanges(applyChanges({}, demo.plan, 1), demo.log, 2)

/** Edits in the order in which they left for the server, which accepts each and announces it. */
export const sent: EditBody[] = []
let seq = 2

/** Opens the demo's records in the store, as somebody with a role would have them. */
export function openDemo(role: Role = 'owner', change: (records: RecordTable) => RecordTable = (r) => r): void {
  sent.length = 0
  seq = 2
  vi.stubGlobal('fetch', async (url: string, init?: RequestInit) => {
    if (String(url).endsWith('/volumes')) return Response.json([])
    if (!String(url).endsWith('/edits')) return Response.json({ productions: [], demo: [], account: null })
    const edit = JSON.parse(init!.body as string) as EditBody
    sent.push(edit)
    seq++
    const at = new Date(0).toISOString()
    setTimeout(() =>
      receive({
        ...edit,
        seq,
        productionId: PRODUCTION_ID,
        author: 'me',
        at,
        before: edit.changes.map(() => null),
      } as never),
    )
    return Response.json({ seq, repeated: false }, { status: 201 })
  })
  useProductionStore.setState({ productionId: null, pending: [], misfits: [], undo: [], redo: [], notice: null })
  const records = change(demoRecords)
  openSnapshot({ productionId: PRODUCTION_ID, seq, role, jobs: [], records })
  useFindings.setState({ findings: findSnags(productionOf(records)!), judged: true })
}

/** Records of a kind as the store has them now. */
export const all = <K extends KindName>(kind: K): RecordOf<K>[] =>
  Object.values(useProductionStore.getState().records[kind] ?? {}) as unknown as RecordOf<K>[]
export const shotOf = (code: string): RecordOf<'shot'> => all('shot').find((s) => s.code === code)!

/** Draws a screen where the app draws it. */
export function draw(screen: ReactElement, at = 'shots'): UserEvent {
  render(
    <ChakraProvider value={system}>
      <MemoryRouter initialEntries={[`/p/${PRODUCTION_ID}/${at}`]}>
        <Routes>
          <Route path="/p/:productionId/:stage" element={screen} />
          <Route path="*" element={<p>elsewhere</p>} />
        </Routes>
      </MemoryRouter>
    </ChakraProvider>,
  )
  return userEvent.setup()
}

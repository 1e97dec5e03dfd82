import 'fake-indexeddb/auto'
import { ChakraProvider } from '@chakra-ui/react'
import { cleanup, configure, fireEvent, render } from '@testing-library/react'
import { PointerEventsCheckLevel, type UserEvent, userEvent } from '@testing-library/user-event'
import * as React from 'react'
import type { ReactElement } from 'react'
import { MemoryRouter, Route, Routes, useLocation } from 'react-router'
import { afterEach, vi } from 'vitest'
import { useDesk } from './store/desk.ts'
import { openSnapshot, receive, useProductionStore } from './store/production.ts'
import { useFindings } from './store/snags.ts'
import { system } from './ui/theme/theme.ts'
import type { EditBody, Role } from '@kavrell/contract'
import {
  applyChanges,
  type KindName,
  productionOf,
  type RecordOf,
  type Tables,
  NO_RECORDS,
} from '@kavrell/core/records'
import { type Finding, findSnags } from '@kavrell/core/snags'
import { demoProduction } from '@kavrell/demo'

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
class Pointer extends MouseEvent {
  readonly pointerId: number
  readonly pointerType: string
  constructor(type: string, init: PointerEventInit = {}) {
    super(type, init)
    this.pointerId = init.pointerId ?? 0
    this.pointerType = init.pointerType ?? ''
  }
}
// The window of the document is not the one that globals are stubbed on.
Object.assign(document.defaultView!, { PointerEvent: Pointer })
// By this the gesture library knows that there are pointers.
for (const window of [globalThis, document.defaultView!]) Object.assign(window, { onpointerdown: null })
// The library looks for things by ids that it escapes, as a browser would.
const CSS = { escape: (text: string) => text.replace(/[^\w-]/g, String.raw`\$&`) }
for (const window of [globalThis, document.defaultView!]) Object.assign(window, { CSS })
vi.stubGlobal('ResizeObserver', Nothing)
vi.stubGlobal('IntersectionObserver', Nothing)
vi.stubGlobal('Worker', Nothing)
vi.stubGlobal('matchMedia', () => ({ matches: false, addEventListener() {}, removeEventListener() {} }))
Element.prototype.scrollIntoView = () => {}
Element.prototype.scrollTo = () => {}
Element.prototype.setPointerCapture = () => {}
Element.prototype.hasPointerCapture = () => true
Element.prototype.releasePointerCapture = () => {}
HTMLCanvasElement.prototype.getContext = () => null
Blob.prototype.text = function () {
  return new Promise((resolve) => {
    const reader = new FileReader()
    reader.onload = () => resolve(reader.result as string)
    reader.readAsText(this)
  })
}
afterEach(() => {
  cleanup()
  localStorage.clear()
})
/** A sheet as somebody left it who wants to see all of its columns. */
export const withAllColumns = (sheet: string) =>
  localStorage.setItem(`kavrell.sheet.${useDesk.getState().person}.${sheet}`, JSON.stringify({ columnVisibility: {} }))
// Whether an element is to be seen is for the browser tests: jsdom takes most of its time to compute styles.
// And a machine that does other things too is waited for: what ends a test is its own limit.
configure({ defaultHidden: true, asyncUtilTimeout: 20_000 })

/**
 * The library without its dress. jsdom draws nothing, yet takes half the time of a test to parse rules and to
 * ask for every element which of them hold; how things look is for the browser tests.
 */
const NO_RULES = {}
const undressed = {
  ...system,
  css: () => NO_RULES,
  layers: { ...system.layers, atRule: '' },
  _global: {},
} as unknown as typeof system

// With no rules but the browser's own, what is computed for an element goes by its name, unless it says more itself.
const computed = window.getComputedStyle.bind(window)
const byName = new Map<string, CSSStyleDeclaration>()
window.getComputedStyle = (element, pseudo) => {
  if (element.hasAttribute('style') || element.hasAttribute('hidden') || pseudo) return computed(element, pseudo)
  const found = byName.get(element.localName) ?? computed(element)
  byName.set(element.localName, found)
  return found
}

/** For every element React keeps the stack that made it, to name it in warnings: a fifth of the time of a test. */
Object.defineProperty(
  (React as unknown as Record<string, object>).__CLIENT_INTERNALS_DO_NOT_USE_OR_WARN_USERS_THEY_CANNOT_UPGRADE!,
  'recentlyCreatedOwnerStacks',
  { get: () => Number.POSITIVE_INFINITY, set() {} },
)

export const PRODUCTION_ID = '00000000-0000-7000-8000-00000000ffff'
let n = 0
const demo = demoProduction(
  () => `00000000-0000-7000-8000-${String(n++).padStart(12, '0')}`,
  Date.parse('2026-05-01T12:00:00Z'),
)
const demoRecords = applyChanges(applyChanges(NO_RECORDS, demo.plan, 1), demo.log, 2)

/** Edits from the moment they join the queue for the server, which accepts each and announces it. */
export const sent: EditBody[] = []
let seq = 2
let opened = 0
useProductionStore.subscribe(({ pending }) => {
  for (const { edit } of pending) if (!sent.some((known) => known.id === edit.id)) sent.push(edit)
})

const findings = new WeakMap<Tables, readonly Finding[]>()
/** What is wrong with records, found once for all the tests of a file that open the same. */
function findingsIn(records: Tables): readonly Finding[] {
  const found = findings.get(records) ?? findSnags(productionOf(records)!)
  findings.set(records, found)
  return found
}

/** Opens the demo's records in the store, as somebody with a role would have them. */
export function openDemo(role: Role = 'owner', change: (records: Tables) => Tables = (r) => r): void {
  sent.length = 0
  seq = 2
  const mine = ++opened
  vi.stubGlobal('fetch', async (url: string, init?: RequestInit) => {
    if (String(url).endsWith('/volumes')) return Response.json({ volumes: [], cards: {} })
    if (!String(url).endsWith('/edits')) return Response.json({ productions: [], demo: [], account: null })
    const edit = JSON.parse(init!.body as string) as EditBody
    seq++
    const announced = {
      ...edit,
      seq,
      productionId: PRODUCTION_ID,
      author: 'me',
      at: new Date(0).toISOString(),
      before: edit.changes.map(() => null),
    }
    // What a test left behind is not announced to the next one.
    setTimeout(() => {
      if (opened === mine) receive(announced)
    })
    return Response.json({ seq, repeated: false }, { status: 201 })
  })
  useProductionStore.setState({ productionId: null, pending: [], misfits: [], undo: [], redo: [], notice: null })
  const records = change(demoRecords)
  openSnapshot({ productionId: PRODUCTION_ID, seq, head: null, role, jobs: [], records })
  useFindings.setState({ findings: findingsIn(records), judged: true })
}

/** Production of a kind as the store has them now. */
export const all = <K extends KindName>(kind: K): RecordOf<K>[] =>
  Object.values(useProductionStore.getState().records[kind])
export const shotOf = (code: string): RecordOf<'shot'> => all('shot').find((s) => s.code === code)!

/** What the server was asked, in order. */
export interface Asked {
  readonly route: string
  readonly body: unknown
}

/**
 * What the server answers, route by route without `/api`: an object, or a function of the body. A `Response` goes
 * out as it is; what is not in the table is away.
 */
export function answer(routes: Readonly<Record<string, unknown>>): Asked[] {
  const asked: Asked[] = []
  vi.stubGlobal('fetch', async (url: string, init?: RequestInit) => {
    const route = url.replace(/^\/api/, '')
    if (!(route in routes)) throw new TypeError('connection refused')
    const text = init?.body
    // A file goes out as it is.
    const body: unknown = text === undefined ? null : typeof text === 'string' ? JSON.parse(text) : text
    asked.push({ route, body })
    const found = routes[route]
    const reply = typeof found === 'function' ? (found as (body: unknown) => unknown)(body) : found
    return reply instanceof Response ? reply : Response.json(reply)
  })
  return asked
}
/** A no, as the server says it. */
export const no = (says: string, status = 403): Response =>
  Response.json({ refusal: { code: 'forbidden', says } }, { status })

const Elsewhere = () => <p>now at {useLocation().pathname}</p>

/** Draws a screen where the app draws it: one of a production's stages, or at a path with its pattern. */
export function draw(screen: ReactElement, at = 'shots', pattern = '/p/:productionId/:stage'): UserEvent {
  render(
    <ChakraProvider value={undressed}>
      <MemoryRouter initialEntries={[at.startsWith('/') ? at : `/p/${PRODUCTION_ID}/${at}`]}>
        <Routes>
          <Route path={pattern} element={screen} />
          <Route path="*" element={<Elsewhere />} />
        </Routes>
      </MemoryRouter>
    </ChakraProvider>,
  )
  return userEvent.setup({ delay: null, pointerEventsCheck: PointerEventsCheckLevel.Never })
}

/** A pointer on an element, at a place on the page. */
export const pointer = (
  element: Element,
  does: 'down' | 'move' | 'up' | 'cancel',
  clientX = 0,
  clientY = 0,
): boolean => {
  const init = { bubbles: true, clientX, clientY, pointerId: 1, pointerType: 'mouse', isPrimary: true }
  return fireEvent(element, new Pointer(`pointer${does}`, { ...init, buttons: does === 'up' ? 0 : 1 }))
}

// @vitest-environment jsdom
import { screen, waitFor } from '@testing-library/react'
import { beforeEach, describe, expect, test } from 'vitest'
import { answer, type Asked, draw, no, openDemo, PRODUCTION_ID } from '../../testing.tsx'
import { Access } from './Access.tsx'
import type { Invitation, Member, Role, SessionInfo } from '@kavrell/contract'

const base = `/productions/${PRODUCTION_ID}`
const link = (id: string, role: Invitation['role'], joined: number): Invitation => ({
  id,
  role,
  createdBy: 'Maren Tolley',
  expiresAt: '2026-05-14T19:00:00',
  joined,
})
const device = (id: string, name: string, current: boolean): SessionInfo => ({
  id,
  name,
  role: 'logger',
  device: current ? 'Linux, Firefox' : '',
  openedAt: '2026-05-14T06:00:00',
  seenAt: '2026-05-14T07:05:00',
  current,
})
const member = (name: string, role: Role, given: Partial<Member> = {}): Member => ({
  accountId: `account of ${name}`,
  name,
  role,
  hasPassword: true,
  isMe: false,
  ...given,
})
let asked: Asked[]
let links: Invitation[]
const serve = (more: Readonly<Record<string, unknown>> = {}) => {
  asked = answer({
    [`${base}/invitations`]: (body: unknown) => {
      if (body === null) return links
      links = [link('new', 'logger', 0), ...links]
      return { id: 'new', address: 'http://192.0.2.7:4180/join/T0ken' }
    },
    [`${base}/invitations/new/withdraw`]: () => (links = links.filter((l) => l.id !== 'new')),
    [`${base}/sessions`]: [device('s1', 'Maren Tolley', true), device('s2', 'Pell Oake', false)],
    [`${base}/sessions/s2/end`]: [device('s1', 'Maren Tolley', true)],
    [`${base}/members`]: [member('Maren Tolley', 'owner', { isMe: true })],
    ...more,
  })
}
beforeEach(() => {
  openDemo('owner')
  links = [link('old', 'reader', 3)]
  serve()
})

describe('links', () => {
  test('those that hold are listed with what they allow, until when, and how many came', async () => {
    draw(<Access />, 'crew')
    expect(await screen.findByText('Link: read')).toBeTruthy()
    expect(screen.getByText('until Thu 14 May 19:00, 3 joined')).toBeTruthy()
  })
  test('a new one is made for a role and a time; its address and its code for a camera are shown', async () => {
    const user = draw(<Access />, 'crew')
    await screen.findByText('Link: read')
    await user.selectOptions(screen.getByLabelText('Whoever has the link may'), 'plan and log')
    await user.selectOptions(screen.getByLabelText('It holds for'), 'three days')
    await user.click(screen.getByRole('button', { name: 'Make a link' }))
    expect(await screen.findByText('http://192.0.2.7:4180/join/T0ken')).toBeTruthy()
    const code = screen.getByRole('img', { name: /code for a phone/ })
    // A code of so many characters has at least 25 squares a side.
    expect(code.querySelector('path')!.getAttribute('d')!.length).toBeGreaterThan(25 * 25)
    expect(asked.find((a) => a.body !== null)).toEqual({
      route: `${base}/invitations`,
      body: { role: 'planner', minutes: 3 * 24 * 60 },
    })
    expect(await screen.findByText('Link: log takes and copies')).toBeTruthy()
  })
  test('offers least first: to log; and nobody is invited to own', async () => {
    draw(<Access />, 'crew')
    const choice = await screen.findByLabelText('Whoever has the link may')
    expect(choice).toHaveProperty('value', 'logger')
    expect([...choice.querySelectorAll('option')].map((o) => o.value)).not.toContain('owner')
  })
  test('a withdrawn one is gone at once, its address with it', async () => {
    const user = draw(<Access />, 'crew')
    await user.click(await screen.findByRole('button', { name: 'Make a link' }))
    await user.click(await screen.findByRole('button', { name: 'Withdraw Link: log takes and copies' }))
    expect(screen.queryByText('http://192.0.2.7:4180/join/T0ken')).toBeNull()
    await screen.findByText('Link: read')
    expect(screen.queryByText('Link: log takes and copies')).toBeNull()
  })
  test('a refusal is said', async () => {
    serve({ [`${base}/invitations`]: (body: unknown) => (body ? no('A link holds for two weeks at most.', 422) : []) })
    const user = draw(<Access />, 'crew')
    await user.click(screen.getByRole('button', { name: 'Make a link' }))
    expect((await screen.findByRole('alert')).textContent).toBe('A link holds for two weeks at most.')
  })
})

describe('devices', () => {
  test('that are signed in are listed; the own one is marked and cannot end itself here', async () => {
    draw(<Access />, 'crew')
    expect(await screen.findByText('logger, Linux, Firefox, this one')).toBeTruthy()
    expect(screen.getByText('logger, a device, seen Thu 14 May 07:05')).toBeTruthy()
    expect(screen.queryByRole('button', { name: 'End Maren Tolley' })).toBeNull()
  })
  test('one is ended and leaves the list', async () => {
    const user = draw(<Access />, 'crew')
    await user.click(await screen.findByRole('button', { name: 'End Pell Oake' }))
    await screen.findByText('logger, Linux, Firefox, this one')
    expect(screen.queryByText('Pell Oake')).toBeNull()
  })
})

describe('accounts with a password', () => {
  const fill = async () => {
    const user = draw(<Access />, 'crew')
    await user.click(await screen.findByRole('button', { name: 'Give somebody an account with a password' }))
    await user.type(screen.getByLabelText('Name'), 'Sadie Quill')
    await user.type(screen.getByLabelText('First password'), 'correct horse battery')
    await user.selectOptions(screen.getByLabelText('May'), 'planner')
    return user
  }
  test('one is given, stands among those who are in it, and the form is empty for the next', async () => {
    let members = [member('Maren Tolley', 'owner', { isMe: true })]
    serve({
      [`${base}/members`]: (body: { name: string; role: Role } | null) =>
        body ? (members = [...members, member(body.name, body.role)]) : members,
    })
    const user = await fill()
    await user.click(screen.getByRole('button', { name: 'Give access' }))
    expect(await screen.findByLabelText('What Sadie Quill is')).toHaveProperty('value', 'planner')
    expect(screen.getByLabelText('Name')).toHaveProperty('value', '')
    expect(screen.getByLabelText('First password')).toHaveProperty('value', '')
  })
  test('a name that is taken is said and what was typed stays', async () => {
    serve({
      [`${base}/members`]: (body: unknown) => (body ? no('That name is taken. Choose another.', 422) : []),
    })
    const user = await fill()
    await user.click(screen.getByRole('button', { name: 'Give access' }))
    expect((await screen.findByRole('alert')).textContent).toBe('That name is taken. Choose another.')
    expect(screen.getByLabelText('Name')).toHaveProperty('value', 'Sadie Quill')
  })
})

describe('members', () => {
  const PELL = 'account of Pell Oake'
  const withPell = (more: Readonly<Record<string, unknown>> = {}) => {
    const list = [
      member('Maren Tolley', 'owner', { isMe: true }),
      member('Pell Oake', 'logger', { hasPassword: false }),
    ]
    serve({ [`${base}/members`]: list, ...more })
    return list
  }
  const route = (what: string) => `${base}/members/${encodeURIComponent(PELL)}/${what}`

  test('get another role, and a refusal is said', async () => {
    const list = withPell({
      [route('role')]: (body: { role: Role }) => [list[0], member('Pell Oake', body.role)],
      [`${base}/members/${encodeURIComponent('account of Maren Tolley')}/role`]: () =>
        no('A production has an owner.', 403),
    })
    const user = draw(<Access />, 'crew')
    await user.selectOptions(await screen.findByLabelText('What Pell Oake is'), 'planner')
    await waitFor(() => expect(screen.getByLabelText('What Pell Oake is')).toHaveProperty('value', 'planner'))
    await user.selectOptions(screen.getByLabelText('What Maren Tolley is'), 'reader')
    expect((await screen.findByRole('alert')).textContent).toBe('A production has an owner.')
    expect(screen.getByLabelText('What Maren Tolley is')).toHaveProperty('value', 'owner')
  })
  test('are taken out once that was asked, and given a password', async () => {
    const list = withPell({ [route('remove')]: () => [list[0]], [route('password')]: () => list })
    const user = draw(<Access />, 'crew')
    await user.click(await screen.findByRole('button', { name: 'Give a password' }))
    await user.type(screen.getByLabelText('New password of Pell Oake'), 'correct horse battery')
    await user.click(screen.getByRole('button', { name: 'Set it' }))
    await waitFor(() => expect(screen.queryByLabelText('New password of Pell Oake')).toBeNull())
    expect(asked.at(-1)).toEqual({ route: route('password'), body: { password: 'correct horse battery' } })
    await user.click(screen.getByRole('button', { name: 'Take out Pell Oake' }))
    await user.click(await screen.findByRole('button', { name: 'Take out' }))
    await waitFor(() => expect(screen.queryByLabelText('What Pell Oake is')).toBeNull())
  })
})

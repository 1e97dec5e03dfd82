// @vitest-environment jsdom
import { screen, waitFor } from '@testing-library/react'
import { describe, expect, test } from 'vitest'
import { answer, draw, no } from '../testing.tsx'
import { Entrance } from './Entrance.tsx'
import type { Me } from '@kavrell/contract'
import type { Standing } from '@kavrell/core/snags'

const localToday = () => new Date().toLocaleDateString('sv-SE')

const nobody: Me = { account: null, productions: [], needsOwner: false, demo: [] }
const maren: Me = {
  ...nobody,
  account: { id: 'm', name: 'Maren Tolley' },
  productions: [{ id: 'plank', title: 'The Long Plank', role: 'owner' }],
}
const enter = () => draw(<Entrance />, '/', '/')

describe('an empty installation', () => {
  test('asks for the first password, says what is wrong with it, and then lets a production be started', async () => {
    const asked = answer({
      '/me': { ...nobody, needsOwner: true },
      '/set-up': ({ password }: { password: string }) =>
        password.length < 10
          ? no('A password has at least ten characters.', 422)
          : { ...maren, account: { id: 'n', name: 'Nils' }, productions: [] },
    })
    const user = enter()
    expect(await screen.findByRole('heading', { name: 'Set up this installation' })).toBeTruthy()
    await user.type(screen.getByLabelText('Name'), 'Nils')
    await user.type(screen.getByLabelText('Password'), 'short{Enter}')
    expect((await screen.findByRole('alert')).textContent).toBe('A password has at least ten characters.')
    // What was typed is still there to be put right.
    await user.type(screen.getByLabelText('Password'), ' is not long enough{Enter}')
    expect(await screen.findByRole('heading', { name: 'Start a production' })).toBeTruthy()
    expect(screen.queryByRole('alert')).toBeNull()
    expect(asked.at(-1)).toEqual({
      route: '/set-up',
      body: { name: 'Nils', password: 'short is not long enough' },
    })
  })
  test('never shows a password as it is typed', async () => {
    answer({ '/me': nobody })
    enter()
    expect(await screen.findByLabelText('Password')).toHaveProperty('type', 'password')
  })
})

describe('signing in', () => {
  test('a wrong password is said and lets nobody in', async () => {
    answer({ '/me': nobody, '/sign-in': () => no('Name and password do not match.') })
    const user = enter()
    await user.type(await screen.findByLabelText('Name'), 'Maren')
    await user.type(screen.getByLabelText('Password'), 'guess')
    await user.click(screen.getByRole('button', { name: 'Sign in' }))
    expect((await screen.findByRole('alert')).textContent).toBe('Name and password do not match.')
    expect(screen.queryByText('Start a production')).toBeNull()
  })
  test('a right one shows the productions with the role in each, and opens them', async () => {
    answer({ '/me': nobody, '/sign-in': maren })
    const user = enter()
    await user.type(await screen.findByLabelText('Name'), 'Maren Tolley')
    await user.type(screen.getByLabelText('Password'), 'correct horse battery{Enter}')
    await user.click(await screen.findByRole('button', { name: 'Open The Long Plank' }))
    expect(screen.getByText('now at /p/plank/brief')).toBeTruthy()
  })
  test('how each stands is shown with its next step, which leads there', async () => {
    const standing: Standing = {
      days: ['2031-05-14'],
      day: {
        title: 'Day 1',
        date: '2031-05-14',
        place: 'Slip',
        latitudeDeg: 53,
        longitudeDeg: -3,
        timeZone: 'Europe/London',
        callMin: 280,
        wrapMin: 1300,
        blocks: [{ fromMin: 300, untilMin: 420, letter: 'A', colour: 0 }],
      },
      people: 9,
      shots: 25,
      stops: 2,
      watches: 1,
      next: { says: 'See the worst', stage: 'light', id: 'lamp', because: 'The key is 1.6 stops short.' },
    }
    answer({ '/me': maren, [`/productions/plank/standing/${localToday()}`]: standing })
    const user = enter()
    expect(await screen.findByText(/^Next: 2 snags before 04:40 in \d+ days$/)).toBeTruthy()
    expect(screen.getByText('The worst: The key is 1.6 stops short.')).toBeTruthy()
    expect(screen.getByRole('listitem').textContent).toContain('2 snags stop you')
    await user.click(screen.getByRole('button', { name: 'See the worst' }))
    expect(screen.getByText('now at /p/plank/light')).toBeTruthy()
  })
  test('one that could not be looked at is told beside the next thing of the others', async () => {
    const calm: Standing = {
      days: [],
      day: null,
      people: 0,
      shots: 0,
      stops: 0,
      watches: 0,
      next: { says: 'Add a place', stage: 'scout', id: null, because: 'Sun and power follow.' },
    }
    answer({
      '/me': { ...maren, productions: [...maren.productions, { id: 'ferry', title: 'Night ferry', role: 'owner' }] },
      [`/productions/plank/standing/${localToday()}`]: calm,
      [`/productions/ferry/standing/${localToday()}`]: () => no('Away.', 500),
    })
    enter()
    expect(await screen.findByText('Sun and power follow. How 1 other stands is not known.')).toBeTruthy()
    expect(screen.getByText('nothing planned yet')).toBeTruthy()
  })
  test('what could not be looked at is not called well', async () => {
    answer({ '/me': maren, [`/productions/plank/standing/${localToday()}`]: () => no('Away.', 500) })
    enter()
    expect(await screen.findByText('not known')).toBeTruthy()
    expect(screen.queryByText('nothing stops you')).toBeNull()
    expect(screen.getByText('How they stand is not known')).toBeTruthy()
  })
  test('a server that is away is said in words', async () => {
    answer({})
    enter()
    expect((await screen.findByRole('alert')).textContent).toBe('The server does not answer.')
  })
  test('signing out leads back to the form', async () => {
    const asked = answer({ '/me': maren, '/sign-out': nobody })
    const user = enter()
    await user.click(await screen.findByRole('button', { name: 'Sign out' }))
    expect(await screen.findByRole('heading', { name: 'Sign in' })).toBeTruthy()
    expect(screen.queryByText('The Long Plank')).toBeNull()
    expect(asked.at(-1)).toEqual({ route: '/sign-out', body: {} })
  })
})

describe('the demo', () => {
  const demo: Me['demo'] = [
    { accountId: 'a', name: 'Maren Tolley', role: 'owner', title: 'The Long Plank' },
    { accountId: 'b', name: 'Pell Oake', role: 'logger', title: 'The Long Plank' },
  ]
  test('is entered as one of its people, and opens', async () => {
    const asked = answer({ '/me': { ...nobody, demo }, '/enter-demo': { ...maren, demo } })
    const user = enter()
    await user.click(await screen.findByRole('button', { name: 'Enter as Pell Oake' }))
    expect(await screen.findByText('now at /p/plank/brief')).toBeTruthy()
    expect(asked.at(-1)).toEqual({ route: '/enter-demo', body: { accountId: 'b' } })
  })
  test('is not offered where there is none', async () => {
    answer({ '/me': nobody })
    enter()
    await screen.findByLabelText('Name')
    expect(screen.queryByText(/Look round in the demo/)).toBeNull()
  })
})

describe('a production', () => {
  test('is started with its title and the mains of its country', async () => {
    const asked = answer({ '/me': maren, '/productions': { id: 'new' } })
    const user = enter()
    await user.type(await screen.findByLabelText('Title'), 'Night ferry')
    await user.selectOptions(screen.getByLabelText('Mains'), '60 Hz')
    const film = screen.getByRole('radio', { name: /^Short film/ })
    await user.click(film)
    // The choice is made once the part says so, which is a moment after the press.
    await waitFor(() => expect(film.closest('label')!.dataset.state).toBe('checked'))
    await user.click(screen.getByRole('button', { name: 'Start' }))
    expect(await screen.findByText('now at /p/new/brief')).toBeTruthy()
    expect(asked.at(-1)!.body).toEqual({
      title: 'Night ferry',
      mainsHz: 60,
      beginning: 'film',
      timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
    })
  })
  test('without a title is refused with what is missing, and nobody is led away', async () => {
    answer({ '/me': maren, '/productions': () => no('Give the production a title.', 422) })
    const user = enter()
    await user.click(await screen.findByRole('button', { name: 'Start' }))
    expect((await screen.findByRole('alert')).textContent).toBe('Give the production a title.')
    expect(screen.getByLabelText('Title')).toBeTruthy()
  })
  const choose = async (user: ReturnType<typeof enter>, name: string, text: string) =>
    user.upload(await screen.findByLabelText(/^Or import one/), new File([text], name, { type: 'application/json' }))
  test('is brought from a file that was exported', async () => {
    const asked = answer({ '/me': maren, '/productions/import': { id: 'brought' } })
    const user = enter()
    await choose(user, 'plank.json', '{"kavrell": 3}')
    expect(await screen.findByText('now at /p/brought/brief')).toBeTruthy()
    expect(await (asked.at(-1)!.body as File).text()).toBe('{"kavrell": 3}')
  })
  test('that the server will not have says why', async () => {
    answer({
      '/me': maren,
      '/productions/import': () => no('Nothing was imported. shot 0001 tStop A stop is more than 0.', 422),
    })
    const user = enter()
    await choose(user, 'plank.json', '{}')
    expect((await screen.findByRole('alert')).textContent).toMatch(
      /^plank\.json: Nothing was imported\. shot 0001 tStop/,
    )
  })
})

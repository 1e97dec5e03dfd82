import type { AddressInfo } from 'node:net'
import { SMTPServer } from 'smtp-server'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { smtpGateway } from './smtpGateway.ts'

interface Arrived {
  readonly to: readonly string[]
  readonly text: string
}
let arrived: Arrived[] = []
let server: SMTPServer
let refuse: { readonly code: number; readonly says: string } | null = null
const address = () => `smtp://127.0.0.1:${(server.server.address() as AddressInfo).port}`

beforeEach(async () => {
  arrived = []
  refuse = null
  server = new SMTPServer({
    disabledCommands: ['AUTH', 'STARTTLS'],
    onRcptTo(_address, _session, done) {
      if (refuse) done(Object.assign(new Error(refuse.says), { responseCode: refuse.code }))
      else done()
    },
    onData(stream, session, done) {
      let text = ''
      stream.on('data', (piece: Buffer) => (text += piece.toString()))
      stream.on('end', () => {
        arrived.push({ to: session.envelope.rcptTo.map((to) => to.address), text })
        done()
      })
    },
  })
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
})
afterEach(() => new Promise<void>((resolve) => server.close(() => resolve())))

const message = { subject: 'The Long Plank: your call sheet', text: 'It is at http://192.0.2.7/sheet/abc\n' }
const send = (email: string, phone = '', given = message) =>
  smtpGateway(address(), 'Calls <calls@mail.example>').send({ email, phone }, given)

describe('a mail server', () => {
  test('takes it: it was sent, which is all that is claimed, and the link is in it', async () => {
    expect(await send('ada@mail.example')).toEqual({
      status: 'sent',
      says: 'The mail server took it for ada@mail.example.',
    })
    expect(arrived).toMatchObject([{ to: ['ada@mail.example'] }])
    expect(arrived[0]!.text).toContain('http://192.0.2.7/sheet/abc')
    expect(arrived[0]!.text).toContain('From: Calls <calls@mail.example>')
  })
  test.each([
    ['bounced', 550, 'No such user', /^The mail server refused it: .*No such user/],
    ['failed', 451, 'Come back later', /^It could not be sent now: .*Come back later/],
  ])('it %s: what answers %d says so in its own words, and nothing is claimed', async (status, code, says, told) => {
    refuse = { code, says }
    const outcome = await send('ada@mail.example')
    expect([outcome.status, outcome.says]).toEqual([status, expect.stringMatching(told)])
  })
  test('that is not there is not waited for, and nothing is claimed', async () => {
    const gone = smtpGateway('smtp://127.0.0.1:1', 'calls@mail.example')
    expect(await gone.send({ email: 'ada@mail.example', phone: '' }, message)).toMatchObject({
      status: 'failed',
      says: expect.stringMatching(/^It could not be sent now/),
    })
  })
})

test.each([
  ['', '', /No mail address and no phone number/],
  ['', '+44 7700 900101', /sent by hand/],
])('mail %j, phone %j: no address to send to', async (email, phone, says) => {
  expect(await send(email, phone)).toMatchObject({ status: 'no address', says: expect.stringMatching(says) })
  expect(arrived).toEqual([])
})

test('what stands in the field of one person reaches nobody else, and no line of it becomes a header', async () => {
  await send('ada@mail.example, all@mail.example')
  await send('ada@mail.example\r\nBcc: all@mail.example')
  await send('ada@mail.example', '', { ...message, subject: 'Call\r\nBcc: all@mail.example' })
  expect(arrived.flatMap((mail) => mail.to)).not.toContain('all@mail.example')
  for (const mail of arrived) expect(mail.text).not.toMatch(/^Bcc:/m)
})

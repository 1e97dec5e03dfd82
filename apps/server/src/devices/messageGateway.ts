/**
 * What became of a message: nothing went out, a mail server took it, it was refused for good (bounced), there was
 * nowhere to send it to, or it failed for now. Whether it arrives nobody here knows; that it was read is told later, by
 * the reader opening it.
 */
export interface MessageOutcome {
  readonly status: 'simulated' | 'sent' | 'bounced' | 'no address' | 'failed'
  readonly says: string
}

export interface Message {
  readonly subject: string
  readonly text: string
}

/** Sends a message to one person. */
export interface MessageGateway {
  readonly send: (to: { readonly email: string; readonly phone: string }, message: Message) => Promise<MessageOutcome>
}

/** The stand-in, which sends nothing and says so: addresses at `bounce.example` bounce, people without any address cannot be reached. */
export const standInGateway: MessageGateway = {
  async send({ email, phone }) {
    if (!email && !phone) return { status: 'no address', says: 'No mail address and no phone number.' }
    if (email.endsWith('@bounce.example')) return { status: 'bounced', says: 'The mail address was refused.' }
    return { status: 'simulated', says: `Nothing went out to ${email || phone}: this gateway is a stand-in.` }
  },
}

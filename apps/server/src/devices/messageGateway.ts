/** What became of a message. Being read is told later, by the reader opening it. */
export type MessageOutcome = { readonly status: 'simulated' | 'delivered' | 'bounced'; readonly says: string }

/** Sends a message to one person. A real one would hand it to a mail or text service. */
export interface MessageGateway {
  readonly send: (to: { email: string; phone: string }, text: string) => Promise<MessageOutcome>
}

/** The stand-in, which sends nothing and says so: addresses at `bounce.example` bounce, people without any address cannot be reached. */
export const standInGateway: MessageGateway = {
  async send({ email, phone }) {
    if (!email && !phone) return { status: 'bounced', says: 'No mail address and no phone number.' }
    if (email.endsWith('@bounce.example')) return { status: 'bounced', says: 'The mail address was refused.' }
    return { status: 'simulated', says: `Nothing went out to ${email || phone}: this gateway is a stand-in.` }
  },
}

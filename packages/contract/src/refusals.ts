/** Every way in which the server says no: its code, the HTTP status it travels with, and what the code means. */
export const REFUSALS = {
  invalid: { status: 422, means: 'A value cannot be: the field is named, and `says` tells what would be right.' },
  clash: { status: 409, means: 'Somebody changed the same field since; its current value comes along.' },
  gone: { status: 409, means: 'The record was removed meanwhile.' },
  exists: { status: 409, means: 'A record of this id is there already.' },
  'missing-reference': { status: 422, means: 'A field points at a record that is not in this production.' },
  'still-referenced': { status: 409, means: 'The record is used by others and cannot be removed before they are.' },
  ledger: { status: 409, means: 'Ledger entries are only added; write a new one that corrects it.' },
  'signed-out': {
    status: 401,
    means: 'Nobody is signed in, or the session has ended. What was sent may be sent again.',
  },
  forbidden: { status: 403, means: 'The role does not allow it, or the request came from elsewhere.' },
  'not-found': { status: 404, means: 'There is none, or it is not for this account to know.' },
  'too-large': { status: 413, means: 'More was sent than is taken; it was not read.' },
  unreadable: { status: 400, means: 'What was sent is no JSON.' },
  'too-many': { status: 429, means: 'Asked too often in a minute; asking again later is right.' },
  'not-made': { status: 503, means: 'A paper could not be drawn just now; asking again is right.' },
} as const satisfies Record<string, { readonly status: number; readonly means: string }>

export type RefusalCode = keyof typeof REFUSALS

import { type BeginningName, BEGINNINGS } from '@kavrell/core/beginnings'
import type { PrintedCallSheet } from '@kavrell/core/callSheets'
import { z } from 'zod'
import type { LoggedEdit } from './edits.ts'
import type { CardSight } from '@kavrell/core/cards'
import { type Tables, idSchema } from '@kavrell/core/records'

export const ROLES = ['owner', 'planner', 'logger', 'reader'] as const
export type Role = (typeof ROLES)[number]

/** Writers by role: planning records and ledgers; who sees the money. Owner alone gives and takes access. */
export const RIGHTS: Readonly<
  Record<Role, { readonly plan: boolean; readonly log: boolean; readonly access: boolean; readonly money: boolean }>
> = {
  owner: { plan: true, log: true, access: true, money: true },
  planner: { plan: true, log: true, access: false, money: true },
  logger: { plan: false, log: true, access: false, money: false },
  reader: { plan: false, log: false, access: false, money: false },
}

const name = z.string().trim().min(1, 'Give a name.').max(100)
const password = z.string().min(10, 'A password has at least ten characters.').max(200)

/** A question that needs no answer: nothing comes with it, and what does is not looked at. */
export const NothingBody = z.unknown().transform(() => ({}))
export const SetUpBody = z.strictObject({ name, password })
export const SignInBody = z.strictObject({ name, password: z.string().max(200) })
export const EnterBody = z.strictObject({ accountId: idSchema() })
export const NewProductionBody = z.strictObject({
  title: z.string().trim().min(1, 'Give the production a title.').max(200),
  mainsHz: z.union([z.literal(50), z.literal(60)]),
  /** Where it is made: units, paper and dates begin as they are there. */
  timeZone: z.string().max(60).optional(),
  beginning: z.enum(Object.keys(BEGINNINGS) as [BeginningName]).default('nothing'),
})
export const NewMemberBody = z.strictObject({ name, password, role: z.enum(ROLES) })
export const RoleBody = z.strictObject({ role: z.enum(ROLES) })
export const PasswordBody = z.strictObject({ password })
export const OwnPasswordBody = z.strictObject({ old: z.string().max(200), password })
export const CopyJobBody = z.strictObject({
  cardId: idSchema(),
  driveIds: z.array(idSchema()).min(1, 'Choose at least one drive.').max(8),
})
/** An evening's copying: cards to drives in that order, and copies of those copies. Each waits for what it needs. */
export const EveningBody = z.strictObject({
  copies: z.array(CopyJobBody).max(200),
  relays: z.array(z.strictObject({ cardId: idSchema(), driveId: idSchema() })).max(800),
  /** Who is told when they are over, or wait for a hand. */
  tellPersonId: idSchema().optional(),
})
export const PauseBody = z.strictObject({ isPaused: z.boolean() })
export type EveningBody = z.infer<typeof EveningBody>
/** What was begun, and what was not, each a sentence. */
export interface EveningBegun {
  readonly jobs: readonly Job[]
  readonly left: readonly string[]
}
export const VerifyJobBody = z.strictObject({ copyRunId: idSchema() })
/** The sheet's id is chosen by who asks: asked again with the same one, nothing is issued or sent twice. */
export const IssueSheetBody = z.strictObject({
  id: idSchema(),
  dayId: idSchema(),
  personIds: z.array(idSchema()).max(500),
})
export type IssueSheetBody = z.infer<typeof IssueSheetBody>
export const RemindBody = z.strictObject({ sentSheetId: idSchema(), personId: idSchema() })

export const INVITED_ROLES = ['planner', 'logger', 'reader'] as const
export type InvitedRole = (typeof INVITED_ROLES)[number]
/** A link for somebody to join by: one production, one role, for so many minutes. */
export const InvitationBody = z.strictObject({
  role: z.enum(INVITED_ROLES),
  minutes: z.int().min(1).max(20160, 'A link holds for two weeks at most.'),
})
export const JoinBody = z.strictObject({ token: z.string().min(1).max(100), name })

export interface Invitation {
  readonly id: string
  readonly role: InvitedRole
  readonly createdBy: string
  readonly expiresAt: string
  /** How many have joined by it. */
  readonly joined: number
}
/** A new link, whole, this once: afterwards only its hash is known. */
export interface NewInvitation {
  readonly id: string
  readonly address: string
}
/** Somebody signed in on a device. */
export interface SessionInfo {
  readonly id: string
  readonly name: string
  readonly role: Role
  readonly device: string
  readonly openedAt: string
  readonly seenAt: string
  /** The one that asks. */
  readonly current: boolean
}

/** Somebody with a role in a production. */
export interface Member {
  readonly accountId: string
  readonly name: string
  readonly role: Role
  /** Can sign in anew; who joined by a link has only the device it was opened on. */
  readonly hasPassword: boolean
  /** The one that asks. */
  readonly isMe: boolean
}
/** A call sheet that was issued: its number among those of its day. */
export interface IssuedSheet {
  readonly sentSheetId: string
  readonly version: number
}
/** A sheet as somebody reads it by their own link. */
export interface ReadSheet {
  readonly sheet: PrintedCallSheet
  readonly version: number
  readonly personId: string
  readonly name: string
}

/** Who is asking, and what they may enter. */
export interface Me {
  readonly account: { readonly id: string; readonly name: string } | null
  readonly productions: readonly { readonly id: string; readonly title: string; readonly role: Role }[]
  /** No owner exists yet: the first visitor sets the password. */
  readonly needsOwner: boolean
  /** People of the demo that may be entered as. */
  readonly demo: readonly {
    readonly accountId: string
    readonly name: string
    readonly role: Role
    readonly title: string
  }[]
}

/** What a scanner heard: kHz and dBm, in rising order. */
export interface ScanReading {
  readonly levels: readonly (readonly [kHz: number, dBm: number])[]
}

/** How cameras were set on a production that one plans: its card, to begin the next one's from. */
export interface OtherCard {
  readonly productionId: string
  /** Title of the production. */
  readonly of: string
  readonly lines: readonly { readonly name: string; readonly wanted: string; readonly harm: 'stop' | 'watch' }[]
}

/** Somebody of a production that one plans, as an address book has them. */
export interface DirectoryPerson {
  readonly name: string
  readonly role: string
  readonly phone: string
  readonly email: string
  readonly diet: string
  readonly travel: string
  readonly note: string
  /** Title of the production. */
  readonly of: string
  readonly productionId: string
}

/** A thing of a production that one plans, as an inventory has it. */
export interface InventoryItem {
  readonly name: string
  readonly answersTo: string
  readonly owned: number
  readonly serial: string
  readonly kg: number
  readonly wh: number
  readonly ndStops: number
  readonly valueMinor: number
  readonly state: string
  readonly carriesKg: number | null
  readonly ridesCamera: boolean
  readonly insurance: string
  readonly note: string
  /** Title of the production. */
  readonly of: string
  readonly productionId: string
}

/** A picture that was kept: called by the hash of its bytes, in the size it now has. */
export const Upload = z.strictObject({
  fileId: z.string().regex(/^[0-9a-f]{64}$/),
  bytes: z.int().min(1),
  widthPx: z.int().min(1),
  heightPx: z.int().min(1),
})
export type Upload = z.infer<typeof Upload>

export interface Snapshot {
  readonly productionId: string
  readonly seq: number
  /** Id of the edit of that number: another log with the same number is told from this one by it. */
  readonly head: string | null
  readonly role: Role
  readonly records: Tables
  readonly jobs: readonly Job[]
}

export interface JobTarget {
  readonly driveId: string
  readonly state: 'waiting' | 'copying' | 'checking' | 'done' | 'failed'
  readonly says: string
}
export interface Job {
  readonly id: string
  readonly productionId: string
  /** `relay`: a copy of a checked copy, for which the card is not needed. */
  readonly kind: 'copy' | 'verify' | 'relay'
  readonly cardId: string
  /** `waiting` until a server process takes it up. */
  readonly state: 'waiting' | 'running' | 'done' | 'failed' | 'stopped'
  readonly phase: 'copying' | 'checking'
  readonly bytesDone: number
  readonly bytesTotal: number
  readonly bytesPerSecond: number
  readonly secondsLeft: number | null
  readonly targets: readonly JobTarget[]
  readonly problems: readonly string[]
  /** What it has to have before it can begin, one sentence; none where it only waits for its turn. */
  readonly waitsFor?: string
  /** It waits until somebody lets it go on. */
  readonly isPaused?: boolean
  /** It goes before those with less. */
  readonly priority?: number
  /** The evening with which it was begun. */
  readonly eveningId?: string
  /** What became of the word to whoever wanted to be told. */
  readonly told?: string
}

/** A timecode box as it was read: how far it is ahead of the server's clock. */
export interface BoxReading {
  readonly name: string
  readonly aheadMs: number
}
/** The server's clock and the box's, for a device to measure its own against. */
export interface ClockReading {
  readonly nowMs: number
  readonly box: BoxReading | null
}

/** A card or drive that the reader sees now. */
export interface MediaVolume {
  readonly folder: string
  readonly kind: 'card' | 'drive'
  /** The device it is: two that have the same are one medium. */
  readonly medium: string
  readonly files: number
  readonly bytes: number
  /** How many bytes of a real medium each of its own is. */
  readonly bytesStandFor: number
  readonly freeBytes: number | null
}

/** What the reader sees, and each card of the production that is in it held against its copies. */
export interface MediaView {
  readonly volumes: readonly MediaVolume[]
  readonly cards: Readonly<Record<string, CardSight>>
}

export type StreamMessage =
  | { readonly type: 'edit'; readonly edit: LoggedEdit }
  | { readonly type: 'job'; readonly job: Job }
  /** What this client has is not what the log holds, or it may see other things than before: it loads anew. */
  | { readonly type: 'load-anew' }

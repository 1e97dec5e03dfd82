import type { Standing } from '@kavrell/core/snags'
import type { z } from 'zod'
import { type EditAccepted, EditBody } from './edits.ts'
import {
  type ClockReading,
  CopyJobBody,
  EveningBody,
  type EveningBegun,
  type DirectoryPerson,
  type InventoryItem,
  EnterBody,
  type Invitation,
  InvitationBody,
  type InvitedRole,
  IssueSheetBody,
  type IssuedSheet,
  type Job,
  JoinBody,
  type Me,
  type MediaView,
  type Member,
  type NewInvitation,
  NewMemberBody,
  NewProductionBody,
  type OtherCard,
  type ScanReading,
  NothingBody,
  PauseBody,
  OwnPasswordBody,
  PasswordBody,
  type ReadSheet,
  RemindBody,
  RoleBody,
  type SessionInfo,
  SetUpBody,
  SignInBody,
  type Upload,
  VerifyJobBody,
} from './endpoints.ts'
import type { SnapshotOnTheWay } from './snapshot.ts'

/**
 * Who may ask: anybody at all; who is signed in; who may start productions; a member of the production in the path;
 * and of those the ones whose role plans, logs, gives access, or sees the money.
 */
export type Who = 'anybody' | 'account' | 'starter' | 'member' | 'plan' | 'log' | 'access' | 'money'

/** Names in a path: `/productions/:productionId/days/:dayId`. */
export type ParamNames<P extends string> = P extends `${string}:${infer Rest}`
  ? Rest extends `${infer Name}/${infer More}`
    ? NameAlone<Name> | ParamNames<`/${More}`>
    : NameAlone<Rest>
  : never
type NameAlone<N extends string> = N extends `${infer Name}.${string}` ? Name : N
export type Params<P extends string> = { readonly [N in ParamNames<P>]: string }

/** One thing that can be asked of the server. Server and client are both typed by it. */
export interface Endpoint<P extends string = string, B = unknown, A = unknown> {
  readonly method: 'GET' | 'POST'
  /** Below `/api`. */
  readonly path: P
  readonly who: Who
  /** What a body must be; null where there is none. */
  readonly body: z.ZodType<B> | null
  /** With what status an answer travels. */
  readonly status: number
  /** Asked so often in a minute at most as anybody signs in. */
  readonly slowly: boolean
  /** For the compiler alone: what is answered. */
  readonly answers?: A
}

const get =
  <A>() =>
  <P extends string>(path: P, who: Who, slowly = false): Endpoint<P, undefined, A> => ({
    method: 'GET',
    path,
    who,
    body: null,
    status: 200,
    slowly,
  })
const post =
  <A>() =>
  <P extends string, B>(path: P, who: Who, body: z.ZodType<B>, status = 200, slowly = false): Endpoint<P, B, A> => ({
    method: 'POST',
    path,
    who,
    body,
    status,
    slowly,
  })
/** A file is answered, or sent: its bytes are none of the table's business. */
export type FileBytes = 'bytes'
const file = get<FileBytes>()
/** A body that is a file: read once it is known who sends it. */
const bring = <A, P extends string>(path: P, who: Who, slowly = false): Endpoint<P, FileBytes, A> => ({
  method: 'POST',
  path,
  who,
  body: null,
  status: 201,
  slowly,
})

const PRODUCTION = '/productions/:productionId'
const DAY = `${PRODUCTION}/days/:dayId` as const

/** Everything that can be asked of the server, and by whom. */
export const ENDPOINTS = {
  health: get<{ ok: true }>()('/health', 'anybody'),
  me: get<Me>()('/me', 'anybody'),
  setUp: post<Me>()('/set-up', 'anybody', SetUpBody, 200, true),
  signIn: post<Me>()('/sign-in', 'anybody', SignInBody, 200, true),
  enterDemo: post<Me>()('/enter-demo', 'anybody', EnterBody, 200, true),
  signOut: post<Me>()('/sign-out', 'anybody', NothingBody),
  ownPassword: post<Me>()('/password', 'account', OwnPasswordBody, 200, true),
  invitation: get<{ title: string; role: InvitedRole }>()('/join/:token', 'anybody', true),
  join: post<Me>()('/join', 'anybody', JoinBody, 200, true),
  readSheet: get<ReadSheet>()('/sheets/:token', 'anybody'),
  /** Said by the page once somebody looks at it; once for each person and version. */
  sheetWasRead: post<Record<string, never>>()('/sheets/:token/read', 'anybody', NothingBody),

  /** People of the productions that one plans, for the next. */
  directory: get<readonly DirectoryPerson[]>()('/directory', 'account'),
  inventory: get<readonly InventoryItem[]>()('/inventory', 'account'),
  /** Set-up cards of the productions that one plans, for the next. */
  otherCards: get<readonly OtherCard[]>()('/cards', 'account'),
  startProduction: post<{ id: string }>()('/productions', 'starter', NewProductionBody, 201),
  importProduction: bring<{ id: string }, '/productions/import'>('/productions/import', 'starter', true),
  exportProduction: file(`${PRODUCTION}/export.json`, 'plan'),

  members: get<readonly Member[]>()(`${PRODUCTION}/members`, 'member'),
  addMember: post<readonly Member[]>()(`${PRODUCTION}/members`, 'access', NewMemberBody, 201, true),
  changeRole: post<readonly Member[]>()(`${PRODUCTION}/members/:accountId/role`, 'access', RoleBody),
  removeMember: post<readonly Member[]>()(`${PRODUCTION}/members/:accountId/remove`, 'access', NothingBody),
  newPassword: post<readonly Member[]>()(
    `${PRODUCTION}/members/:accountId/password`,
    'access',
    PasswordBody,
    200,
    true,
  ),
  leave: post<Me>()(`${PRODUCTION}/leave`, 'member', NothingBody),
  invitations: get<readonly Invitation[]>()(`${PRODUCTION}/invitations`, 'access'),
  invite: post<NewInvitation>()(`${PRODUCTION}/invitations`, 'access', InvitationBody, 201),
  withdraw: post<readonly Invitation[]>()(`${PRODUCTION}/invitations/:id/withdraw`, 'access', NothingBody),
  sessions: get<readonly SessionInfo[]>()(`${PRODUCTION}/sessions`, 'access'),
  endSession: post<readonly SessionInfo[]>()(`${PRODUCTION}/sessions/:id/end`, 'access', NothingBody),

  edit: post<EditAccepted>()(`${PRODUCTION}/edits`, 'member', EditBody, 201),
  /** How it stands, for a list of several. */
  standing: get<Standing>()(`${PRODUCTION}/standing/:today`, 'member'),
  snapshot: get<SnapshotOnTheWay>()(`${PRODUCTION}/snapshot`, 'member'),
  clock: get<ClockReading>()(`${PRODUCTION}/clock`, 'member'),
  /** Server-sent events, after `?after=` or `Last-Event-ID`. */
  stream: get<never>()(`${PRODUCTION}/stream`, 'member'),

  issueSheet: post<IssuedSheet>()(`${PRODUCTION}/sheets`, 'plan', IssueSheetBody, 201),
  /** A personal link, for a message that somebody sends with their own hands. */
  sheetLink: post<{ address: string }>()(`${PRODUCTION}/sheet-links`, 'plan', RemindBody, 201),
  sentByHand: post<Record<string, never>>()(`${PRODUCTION}/sent-by-hand`, 'plan', RemindBody, 201),
  issuedSheetPdf: file(`${PRODUCTION}/sheets/:sentSheetId/call-sheet.pdf`, 'member'),
  remind: post<Record<string, never>>()(`${PRODUCTION}/reminders`, 'plan', RemindBody, 201),

  bringPicture: bring<Upload, `${typeof PRODUCTION}/uploads`>(`${PRODUCTION}/uploads`, 'plan'),
  picture: file(`${PRODUCTION}/uploads/:fileId`, 'member'),

  media: get<MediaView>()(`${PRODUCTION}/media/volumes`, 'member'),
  /** The bands of the production are swept; what was heard is logged by whoever asked. */
  scanRadio: post<ScanReading>()(`${PRODUCTION}/radio-scan`, 'log', NothingBody),
  copyCard: post<Job>()(`${PRODUCTION}/media/copies`, 'log', CopyJobBody, 202),
  beginEvening: post<EveningBegun>()(`${PRODUCTION}/media/evening`, 'log', EveningBody, 202),
  checkCopy: post<Job>()(`${PRODUCTION}/media/checks`, 'log', VerifyJobBody, 202),
  stopJob: post<{ stopped: boolean }>()(`${PRODUCTION}/media/jobs/:jobId/stop`, 'log', NothingBody),
  pauseJob: post<{ found: boolean }>()(`${PRODUCTION}/media/jobs/:jobId/pause`, 'log', PauseBody),
  putJobFirst: post<{ found: boolean }>()(`${PRODUCTION}/media/jobs/:jobId/first`, 'log', NothingBody),

  shotListPdf: file(`${PRODUCTION}/shots.pdf`, 'member'),
  pocketPdf: file(`${PRODUCTION}/shots-pocket.pdf`, 'member'),
  lightPlansPdf: file(`${PRODUCTION}/light-plans.pdf`, 'member'),
  patchSheetPdf: file(`${PRODUCTION}/patch-sheet.pdf`, 'member'),
  packingListPdf: file(`${PRODUCTION}/packing-list.pdf`, 'member'),
  cuesPdf: file(`${PRODUCTION}/cues.pdf`, 'member'),
  syncPdf: file(`${PRODUCTION}/sync.pdf`, 'member'),
  labelsPdf: file(`${PRODUCTION}/labels.pdf`, 'member'),
  cardReportPdf: file(`${PRODUCTION}/cards/:cardId/report.pdf`, 'member'),
  boardsPdf: file(`${PRODUCTION}/boards.pdf`, 'member'),
  scriptPdf: file(`${PRODUCTION}/script.pdf`, 'member'),
  shotsCsv: file(`${PRODUCTION}/shots.csv`, 'member'),
  moneyCsv: file(`${PRODUCTION}/money.csv`, 'money'),

  callSheetPdf: file(`${DAY}/call-sheet.pdf`, 'member'),
  largeCallSheetPdf: file(`${DAY}/call-sheet-large.pdf`, 'member'),
  callCalendar: file(`${DAY}/calls/:personId.ics`, 'member'),
  scriptOfDayPdf: file(`${DAY}/script.pdf`, 'member'),
  reportPdf: file(`${DAY}/report.pdf`, 'member'),
  reportJson: file(`${DAY}/report.json`, 'member'),
  takesCsv: file(`${DAY}/takes.csv`, 'member'),
  takesOtio: file(`${DAY}/takes.otio`, 'member'),
  /** `log` is such as camera.pdf, sound.csv, editor.json; `only` a unit, a device, a card, or all. */
  setLog: file(`${DAY}/logs/:log/:only`, 'member'),
} as const

/** The address of an endpoint with its names filled in, below the server's root. */
export function addressOf<P extends string>(endpoint: Endpoint<P>, params: Params<P>): string {
  const given = params as Readonly<Record<string, string>>
  return `/api${endpoint.path.replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(given[name] ?? ''))}`
}

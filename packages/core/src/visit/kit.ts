import type { VisitAppliance } from './context'
import type { ApplianceDraft, Drafts, VisitDraft } from './draft'
import type { Practice } from '../practice'
import type { DataOf, EventType } from './eventData'
import type { Held } from './held'
import type { Gate, VisitState } from './state'

export const ROLES = ['lead', 'technician', 'apprentice', 'planner', 'viewer'] as const
export type Role = (typeof ROLES)[number]

/** `provisional`: stored, and waits for a licensed person to confirm it. */
export type Permission = 'yes' | 'provisional' | 'no'
export type Rights = Readonly<Record<Role, Permission>>

/** Everyone who works on the appliance. */
export const WORKERS: Rights = { lead: 'yes', technician: 'yes', apprentice: 'yes', planner: 'no', viewer: 'no' }
/** An apprentice's stands until a licensed person confirms it. */
export const CONFIRMED: Rights = { ...WORKERS, apprentice: 'provisional' }
export const LICENSED: Rights = { ...WORKERS, apprentice: 'no' }
export const LEADS: Rights = { ...LICENSED, technician: 'no' }

/** Rules that an event can break when it happens: it is kept, and said. */
export const BREACHES = [
  'after-closing',
  'before-start',
  'started-twice',
  'no-appliance',
  'no-such-reading',
  'no-step',
  'gas-joint-without-leak-check',
  'fired-against-a-stop',
  'dismantled-before-proved-dead',
  'refitted-without-its-check',
  'adjusted-before-judged',
  'no-such-adjustment',
  'adjusted-without-the-job',
] as const
export type Breach = (typeof BREACHES)[number]

/** What is no breach and yet worth saying. */
export const ODDITIES = [
  'clock-backwards',
  'clock-ahead',
  'other-card-version',
  'no-appliance',
  'no-such-state',
  'no-such-adjuster',
  'grown-already',
  'run-twice',
  'no-such-run',
  'no-such-timer',
  'timer-ended-twice',
  'timer-ended-early',
  'live-test-on-millivolts',
  'disturbed-twice',
  'no-such-item',
  'refitted-already',
  'noted-twice',
  'no-such-fault',
  'photo-twice',
  'opened-already',
  'no-such-loose-end',
  'closed-already',
  'no-such-defect',
  'mended-already',
  'measured-by-two',
  'corrected-after-closing',
] as const
export type Oddity = (typeof ODDITIES)[number]

/** A visit holds so many events at most: far more than any visit needs, and few enough to be folded while somebody waits. */
export const EVENTS_MAX = 20_000

interface Envelope {
  readonly id: string
  readonly visitId: string
  readonly applianceId?: string | undefined
  readonly stepId?: string | undefined
  readonly v: number
  readonly at: string
  readonly deviceId: string
  readonly deviceSeq: number
}
/** One event as a device posts it. */
export type EventOf<T extends string, D> = Envelope & { readonly type: T; readonly data: D }

/** What the server adds on acceptance; `null` seq is an event still in a device's queue. */
export interface Acceptance {
  readonly seq: number | null
  readonly receivedAt: string | null
  readonly authorId: string
  readonly authorName: string
  /** Accepted from somebody whose work a licensed person has to confirm. */
  readonly provisional: boolean
}

/** What a reducer works with: the drafts it writes to, and where in the log it stands. */
export interface Happening {
  readonly drafts: Drafts
  readonly visit: Held<VisitDraft>
  /** The appliance that the event belongs to: the one it names, or the only one there is. */
  readonly draft: ApplianceDraft | undefined
  readonly applianceId: string | null
  readonly index: number
  readonly stamp: { readonly at: string; readonly by: string }
  readonly breach: (code: Breach) => void
  readonly odd: (code: Oddity) => void
}

/** What the visit's own facts are, for what an event may name. */
export interface VisitFacts {
  readonly appliances: readonly VisitAppliance[]
  /** Whether a step can stand on an appliance's sheet at all. */
  readonly knowsStep: (applianceId: string, stepId: string) => boolean
  readonly practice: Pick<Practice, 'methods' | 'answersTogether'>
  readonly planned: { readonly jobKind: string; readonly practice: { readonly id: string; readonly version: number } }
  readonly knowsInstrument: (id: string) => boolean
}

/** Something that the visit's facts refuse: the field, a code of the message files, and its parameters. */
export interface Refusal {
  readonly path: string
  readonly code: string
  readonly params?: Readonly<Record<string, string | number>>
}

export interface Checking {
  readonly facts: VisitFacts
  readonly owner: VisitAppliance | undefined
  readonly wrong: (path: string, code: string, params?: Refusal['params']) => void
}

/** What forbids an event as things stand, and the gates that stand against it. */
export interface NotYet {
  readonly code: 'not-in-service' | 'not-started' | 'no-outcome' | 'overtaken'
  readonly gates: readonly Gate[]
}

/** How things stand when an event comes. */
interface Standing {
  readonly state: VisitState
  /** The appliance that it belongs to. */
  readonly applianceId: string | null
  /** What stands between an appliance and normal service. */
  readonly gatesOf: (applianceId: string | null) => readonly Gate[]
}

/** What an event can move beside its own entry in the log. */
type Moves = 'readings' | 'observations' | 'verdicts' | 'left' | 'outcomes' | 'ends'

/** Everything about one type of event but what it holds (`eventData.ts`). Written down with {@link defineEvent} in `events/<type>.ts`; nothing else lists types. */
export interface EventSpec<T extends string, D> {
  readonly type: T
  /** Lifts the data of older versions when they are read: the first from version 1 to 2, and so on. What is stored is never rewritten. */
  readonly lifts?: readonly ((older: never) => unknown)[]
  readonly emit: Rights
  /** Who may still emit it when the visit is closed, and whether the report gets a new version by it. */
  readonly afterClosing: 'refused' | { readonly emit: Rights; readonly newReport: boolean }
  readonly moves: readonly Moves[]
  /** What it turns the visit into. */
  readonly turns?: 'begun' | 'closed' | 'reopened'
  /** Events that waited for a licensed person and count from here on. */
  readonly confirms?: (data: D) => readonly string[]
  /** What forbids it outright, as things stand before it: the server refuses it then. */
  readonly notYet?: (event: EventOf<T, D>, at: Standing) => NotYet | null
  /** The field with the id of what it makes; all other ids name something that is there. */
  readonly makes?: keyof D & string
  /** Instruments that it names, by the field that does. */
  readonly instruments?: (data: D) => Readonly<Record<string, string | undefined>>
  /** What the visit's own facts refuse of it. */
  readonly check?: (event: EventOf<T, D>, at: Checking) => void
  /** Puts it behind what was before. Never throws on stored events: what is strange is said. */
  readonly apply: (at: Happening, event: EventOf<T, D> & Acceptance) => void
}

/** Writes down a type of event with everything typed from what it holds. */
export const defineEvent = <const T extends EventType>(spec: EventSpec<T, DataOf<T>>): EventSpec<T, DataOf<T>> => spec

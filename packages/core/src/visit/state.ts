import type { PackedTrace } from '../live'
import type { Channel, Instance, MeasurandId, Reading, Special, Station } from '../measure'
import type { DefectClass } from '../practice'
import type { DisturbedKind, Growth, JobKind, LooseEndKind, RefitCheck, SymptomKind, TimerId } from '../procedure'
import type { Verdict } from './verdict'
import type { Explanation } from '../explain'
import type { StartRecord } from './eventData'
import type { FaultCase } from './faultCase'
import type { Breach, Oddity } from './kit'

/** A reading as it stands after corrections, with who took it. */
export interface LiveReading extends Reading {
  readonly applianceId: string
  readonly eventId: string
  readonly authorName: string
  readonly deviceId: string
  /** Place in the log, for "before" and "after". */
  readonly index: number
  /** Place among all readings; one put in place of another has the other's. */
  readonly order: number
  readonly key: string
  readonly proof: Proof
}

/** What the log says for or against a reading: its instrument's zero and response, and the clock that it had to wait for. */
export interface Proof {
  readonly zeroed: boolean
  readonly zeroedInCleanAir: boolean
  /** Out of calibration, and somebody answers for it. */
  readonly allowed: boolean
  readonly responded: boolean
  readonly clockEndsMs: number | null
}

/** One figure of the visit, measured or computed, with its verdict. */
export interface JudgedReading {
  readonly key: string
  readonly readingId: string
  readonly groupId: string | null
  readonly applianceId: string
  readonly measurandId: MeasurandId
  readonly stationId: Station
  readonly firingStateId: string
  readonly sectionId: string | null
  readonly instanceId: Instance | null
  readonly valueSi: number
  readonly standardUncertainty: number | null
  readonly origin: Reading['origin']
  readonly settled: Reading['settled']
  /** Read with covers off or the combustion door open. */
  readonly caseOpen: boolean
  readonly takenAt: string
  readonly entered: Reading['entered'] | null
  readonly instrumentId: string | null
  readonly authorName: string
  readonly index: number
  readonly order: number
  readonly verdict: Verdict
}

/** How a computed figure came about, with the readings that it is made of and their doubt. */
export interface FigureExplained extends Explanation {
  readonly from: readonly Pick<Reading, 'measurandId' | 'stationId' | 'valueSi' | 'standardUncertainty'>[]
}

/** A look at a figure that showed no number: open circuit, a value that varies while something is moved, out of reach. */
interface SpecialSeen {
  readonly id: string
  readonly key: string
  readonly measurandId: MeasurandId
  readonly stationId: Station
  readonly firingStateId: string
  readonly sectionId: string | null
  readonly instanceId: Instance | null
  readonly special: Special
  readonly at: string
  readonly by: string
  readonly index: number
}

export interface FoundAndLeft {
  readonly key: string
  readonly asFound: JudgedReading | null
  /** After cleaning, repair or part and before any screw; only where a screw was turned then. */
  readonly afterWork: JudgedReading | null
  readonly asLeft: JudgedReading | null
  /** As found is not from before the work but from the first run after the repair of a burner that was dead. */
  readonly firstRun: boolean
  /** `unchanged`: nothing was touched; `not-measured-again`: something was, and no settled reading followed. */
  readonly status: 'unchanged' | 'measured-again' | 'not-measured-again'
}

export interface LooseEnd {
  readonly id: string
  readonly key: string
  readonly kind: LooseEndKind
  readonly label: string
  readonly restore: string | null
  readonly photoId: string | null
  readonly applianceId: string | null
  readonly openedAt: string
  readonly openedBy: string
  readonly closedAt: string | null
  readonly closedBy: string | null
  readonly leakCheck: string | null
  /** Left open and tagged by an earlier visit. */
  readonly carried: boolean
}

/** Something taken apart, disconnected or opened today. */
export interface Disturbed {
  readonly id: string
  readonly applianceId: string | null
  readonly kind: DisturbedKind
  readonly label: string
  readonly photoId: string | null
  readonly at: string
  readonly by: string
  readonly index: number
  readonly refitted: { readonly check: RefitCheck; readonly at: string; readonly by: string } | null
  /** Left apart by an earlier visit. */
  readonly carried: boolean
}

export interface Symptom {
  readonly id: string
  readonly applianceId: string | null
  readonly kind: SymptomKind
  readonly text: string
  readonly at: string
  readonly by: string
  readonly index: number
}

/** One of several set-ups that are compared, read minute by minute. */
export interface Run {
  readonly id: string
  readonly applianceId: string | null
  readonly name: string
  readonly firingStateId: string | null
  /** A burner part was removed or added for it. */
  readonly alters: boolean
  readonly consents: readonly ('maker' | 'authority' | 'customer')[]
  readonly startedAt: string
  readonly endedAt: string | null
  readonly by: string
  readonly rows: readonly { readonly at: string; readonly figures: Readonly<Partial<Record<MeasurandId, number>>> }[]
}

/** One clock of a step. */
export interface Timer {
  readonly timer: TimerId
  readonly stepId: string | null
  readonly applianceId: string | null
  readonly startedAt: string
  readonly seconds: number
  /** When it was said to have run out, if it had. */
  readonly endedAt: string | null
}

export interface Start {
  readonly applianceId: string | null
  readonly gas: 'on' | 'shut' | 'fan-only'
  readonly lit: boolean
  /** The spark or the fan, where that was tried. */
  readonly seen: boolean | null
  /** The control's own tries in this one start. */
  readonly tries: number
  readonly ignition: string | null
  /** What was off, bridged or open meanwhile. */
  readonly stood: readonly { readonly how: 'off' | 'bridged' | 'open'; readonly what: string }[]
  readonly configuration: string | null
  readonly at: string
  readonly by: string
  readonly index: number
}

/** A start as it was seen in this visit. */
interface StartSeenHere extends StartRecord {
  readonly id: string
  readonly applianceId: string | null
  readonly by: string
}

/** A kept trace. */
export interface Trace {
  readonly id: string
  readonly applianceId: string | null
  readonly readingIds: readonly string[]
  /** The file that it came from; null where instruments sent it. */
  readonly file: string | null
  readonly channels: readonly {
    readonly instrumentId?: string | undefined
    readonly channelId: string
    readonly channel: Channel
    readonly measurandId?: MeasurandId | undefined
    readonly chunks: readonly PackedTrace[]
  }[]
  readonly at: string
  readonly by: string
}

/** What was seen of one thing, where and how large if that was said. */
interface Answer {
  readonly answer: string
  readonly detail: string | null
  /** Answered in one go with others that were as listed. */
  readonly together?: true
  readonly at: string
  readonly by: string
}

/** What was said of a fault and its circumstances. */
export interface Complaint {
  readonly applianceId: string | null
  readonly text: string | null
  readonly toldBy: string | null
  readonly since: string | null
  readonly service: 'heating' | 'hot-water' | 'both' | 'none' | null
  readonly weather: 'calm' | 'wind' | 'rain' | 'frost' | null
  readonly often: 'always' | 'daily' | 'weekly' | 'once' | null
  readonly changed: string | null
  readonly at: string
  readonly by: string
}

export interface StepMark {
  readonly status: 'done' | 'skipped' | 'not-applicable'
  /** Settled in the visit that this one continues. */
  readonly carried?: true
  readonly reason: string | null
  readonly at: string
  readonly by: string
}

/** Something that stands against going on or ending in normal service. `hard` can never be overridden. */
export interface Gate {
  readonly id: string
  readonly code: string
  readonly params: Readonly<Record<string, string | number>>
  readonly hard: boolean
  readonly stepId: string | null
}

/** What a person measures with: the instruments at hand, and which of them where two have the same channel. */
export interface InstrumentSet {
  readonly instrumentIds: readonly string[]
  /** By channel. */
  readonly preferred: Readonly<Record<string, string>>
}

export interface ApplianceState {
  readonly applianceId: string
  /** What the job has become here beside its kind, in that order. */
  readonly grown: readonly { readonly work: Growth; readonly reason: string; readonly at: string; readonly by: string }[]
  /** Where in the log the repair of a dead burner was finished: what it does from there on is its first run. */
  readonly repairedIndex: number | null
  readonly steps: Readonly<Record<string, StepMark>>
  readonly observations: Readonly<Record<string, Answer>>
  /** Every answer that was another than the one before, in the order of the log: found with a bang, left smooth. */
  readonly answered: readonly (Answer & { readonly id: string })[]
  readonly readings: readonly JudgedReading[]
  readonly foundAndLeft: readonly FoundAndLeft[]
  /** What showed no number, in the order of the log. */
  readonly specials: readonly SpecialSeen[]
  /** The newest reading of every key, judged or not: what the line shows. */
  readonly latest: ReadonlyMap<string, JudgedReading>
  readonly adjustments: readonly {
    readonly adjusterId: string
    readonly direction: string
    readonly amount: number
    readonly unit: string
    readonly firingStateId: string
    readonly at: string
    readonly by: string
    readonly eventId: string
    readonly index: number
  }[]
  /** Net turns from as found by adjuster; clockwise is positive. */
  readonly netTurns: Readonly<Record<string, number>>
  readonly commanded: { readonly firingStateId: string; readonly at: string } | null
  /** When it was first brought to burn in this visit. */
  readonly litAt: string | null
  readonly outcome: {
    readonly outcome: 'in-normal-service' | 'left-isolated' | 'handed-over'
    readonly reason: string | null
    readonly at: string
    readonly by: string
  } | null
}

export interface VisitState {
  readonly visitId: string
  readonly status: 'planned' | 'open' | 'closed'
  readonly jobKind: JobKind | null
  readonly startedAt: string | null
  readonly closedAt: string | null
  readonly closedBy: string | null
  readonly closedById: string | null
  readonly nextDueOn: string | null
  readonly appliances: readonly ApplianceState[]
  readonly looseEnds: readonly LooseEnd[]
  /** What each person measures with in this visit, by their id. */
  readonly instrumentSets: Readonly<Record<string, InstrumentSet>>
  readonly zeroed: readonly {
    readonly instrumentId: string
    readonly place: string
    /** Where a pressure port was zeroed; null in logs from before it was named. */
    readonly connection: string | null
    /** The gas cells without the draught port. */
    readonly gasOnly: boolean
    readonly at: string
    readonly index: number
  }[]
  /** Where the pressure ports of instruments hung when they were read: each change, in the order of the log. */
  readonly hoses: readonly { readonly instrumentId: string; readonly connection: string; readonly index: number }[]
  /** Instruments out of calibration that somebody answers for. */
  readonly allowed: readonly { readonly instrumentId: string; readonly reason: string; readonly at: string; readonly by: string }[]
  readonly responses: readonly { readonly instrumentId: string; readonly how: string; readonly index: number }[]
  readonly defects: readonly {
    readonly id: string
    readonly applianceId: string | null
    readonly class: DefectClass
    readonly text: string
    readonly action: string
    readonly at: string
    readonly by: string
    /** How it was put right in this visit, if it was. */
    readonly mended: { readonly how: string; readonly at: string; readonly by: string } | null
  }[]
  readonly photos: readonly {
    readonly id: string
    readonly caption: string | null
    readonly stepId: string | null
    readonly applianceId: string | null
    readonly at: string
    readonly by: string
  }[]
  readonly parts: readonly {
    readonly part: string
    readonly number: string | null
    readonly why: string | null
    readonly applianceId: string | null
    readonly at: string
    readonly by: string
  }[]
  /** Parts to be got, and by when somebody comes back with them. */
  readonly partsNeeded: readonly {
    readonly id: string
    readonly part: string
    readonly number: string | null
    readonly why: string | null
    readonly backOn: string | null
    readonly applianceId: string | null
    readonly at: string
    readonly by: string
  }[]
  readonly notes: readonly { readonly text: string; readonly stepId: string | null; readonly at: string; readonly by: string }[]
  readonly overrides: readonly {
    readonly gate: string
    readonly applianceId: string | null
    readonly reason: string
    readonly at: string
    readonly by: string
  }[]
  readonly corrections: readonly { readonly readingId: string; readonly reason: string; readonly at: string; readonly by: string }[]
  /** Events that broke a rule when they happened: they are kept and said. */
  readonly breaches: readonly { readonly eventId: string; readonly type: string; readonly code: Breach; readonly at: string }[]
  /** Work of somebody unlicensed that nobody has confirmed yet. */
  readonly unconfirmed: readonly string[]
  readonly disturbed: readonly Disturbed[]
  readonly symptoms: readonly Symptom[]
  /** Faults that are looked for, those of earlier visits first. */
  readonly faults: readonly FaultCase[]
  /** Set-ups that are compared. */
  readonly runs: readonly Run[]
  /** The newest of each clock and step, in the order in which they were started. */
  readonly timers: readonly Timer[]
  readonly starts: readonly Start[]
  /** Starts on one time line, with what channels showed of them. */
  readonly startsSeen: readonly StartSeenHere[]
  /** What instruments showed around the figures that were written down, and traces from files. */
  readonly traces: readonly Trace[]
  /** What was complained of; the newest last. */
  readonly complaints: readonly Complaint[]
  /** Codes on the display, as they stood there. */
  readonly codes: readonly { readonly code: string; readonly applianceId: string | null; readonly at: string; readonly by: string }[]
  /** Notices of dangers and risks that were left, and what the customer did about them. */
  readonly notices: readonly {
    readonly id: string
    readonly defectIds: readonly string[]
    readonly labelled: boolean
    readonly acknowledged: 'signed' | 'refused' | 'nobody-there'
    readonly drawingId: string | null
    readonly at: string
    readonly by: string
  }[]
  readonly signatures: readonly {
    readonly by: 'customer' | 'technician'
    readonly outcome: 'signed' | 'refused' | 'nobody-there'
    readonly drawingId: string | null
    readonly at: string
    readonly who: string
  }[]
  /** What is not wrong but worth saying: things done twice, clocks that went backwards, marks for steps that are not there. */
  readonly oddities: readonly { readonly eventId: string; readonly type: string; readonly code: Oddity; readonly at: string }[]
  readonly eventCount: number
}

import { z } from 'zod'
import { specialSchema } from '../measure'
import { faultReportSchema } from './faultReport'
import { moveResultSchema } from './moveResults'

/** Version of the core's judgement that a report is frozen with. */
export const CORE_VERSION = '0.1.0'

const line = z.object({
  key: z.string(),
  measurandId: z.string(),
  stationId: z.string(),
  firingStateId: z.string(),
  asFound: z.number().nullable(),
  /** After cleaning, repair or part and before any screw. */
  afterWork: z.number().nullable().default(null),
  asLeft: z.number().nullable(),
  /** Read with covers off. */
  caseOpen: z.boolean().default(false),
  /** Of a burner that was dead: as found is from its first run after the repair. */
  firstRun: z.boolean().default(false),
  /** Read, and never under conditions in which it counts: it is told with the reason, and stands neither as found nor as left. */
  neverValid: z.number().nullable().default(null),
  expandedUncertainty: z.number().nullable(),
  change: z.enum(['unchanged', 'measured-again', 'not-measured-again']),
  status: z.enum(['inside', 'edge', 'outside', 'none']),
  /** How the figure as found was judged; reports of before tell only that of the figure as left. */
  foundStatus: z.enum(['inside', 'edge', 'outside', 'none']).nullable().default(null),
  because: z.string(),
  side: z.string().nullable(),
  goalMet: z.boolean().nullable(),
  min: z.number().nullable(),
  max: z.number().nullable(),
  source: z.string().nullable(),
  page: z.string().nullable(),
  entered: z.string().nullable(),
  takenAt: z.string(),
  by: z.string(),
  instrument: z.string().nullable(),
  computed: z.boolean(),
  /** The kept trace that it was read from. */
  traceId: z.string().nullable().default(null),
  /** Which of several: coil 1, the board's end. */
  instance: z.string().nullable().default(null),
})

/** Whose it is, where a visit covers several. */
const ofAppliance = z.string().nullable().default(null)

/** What a report says, as data: frozen when the visit closes, drawn by the interface, never judged again. */
export const reportSchema = z.object({
  schema: z.literal(1),
  coreVersion: z.string(),
  visitId: z.string(),
  jobKind: z.string(),
  firmName: z.string(),
  siteName: z.string(),
  siteAddress: z.string(),
  timeZone: z.string(),
  technicianName: z.string(),
  licenceNumber: z.string().nullable(),
  startedAt: z.string(),
  closedAt: z.string(),
  nextDueOn: z.string().nullable(),
  practice: z.object({ id: z.string(), version: z.number(), title: z.string(), units: z.enum(['metric', 'imperial']) }),
  appliances: z.array(
    z.object({
      id: z.string(),
      name: z.string(),
      serial: z.string(),
      position: z.string(),
      gas: z.string(),
      altitudeM: z.number(),
      card: z.object({ id: z.string(), version: z.number(), document: z.string(), provisional: z.boolean().default(false) }),
      outcome: z.string(),
      outcomeReason: z.string().nullable(),
      rates: z.array(z.object({ id: z.string(), label: z.string() })),
      lines: z.array(line),
      observations: z.array(
        z.object({
          id: z.string(),
          answer: z.string(),
          label: z.string().nullable().default(null),
          /** What the answer means, in the card's words. */
          said: z.string().nullable().default(null),
          /** Where, and how large. */
          detail: z.string().nullable().default(null),
          /** Other answers that were given before, in their order: what was found, and what became of it. */
          before: z
            .array(
              z.object({ answer: z.string(), said: z.string().nullable(), detail: z.string().nullable(), at: z.string(), by: z.string() }),
            )
            .default([]),
          at: z.string().nullable().default(null),
          /** Answered in one go with others that were as listed. */
          together: z.boolean().default(false),
        }),
      ),
      /** What the job became here beside its kind, and why. */
      grown: z.array(z.object({ work: z.string(), reason: z.string(), at: z.string(), by: z.string() })).default([]),
      complaint: z
        .object({
          text: z.string().nullable(),
          toldBy: z.string().nullable(),
          since: z.string().nullable(),
          service: z.string().nullable(),
          weather: z.string().nullable(),
          often: z.string().nullable(),
          changed: z.string().nullable(),
        })
        .nullable()
        .default(null),
      codes: z
        .array(z.object({ code: z.string(), meaning: z.string().nullable(), page: z.string().nullable(), at: z.string() }))
        .default([]),
      /** Faults that were looked for, and what was ruled out by which reading, in the words of the map of that day. */
      faults: z.array(faultReportSchema).default([]),
      /** Starts that were seen on a time line: where one died. */
      startsSeen: z.array(z.object({ id: z.string(), at: z.string(), diedAt: z.string().nullable() })).default([]),
      starts: z
        .array(
          z.object({
            gas: z.string(),
            lit: z.boolean(),
            seen: z.boolean().nullable(),
            tries: z.number(),
            ignition: z.string().nullable(),
            stood: z.array(z.object({ how: z.string(), what: z.string() })),
            configuration: z.string().nullable(),
            at: z.string(),
            by: z.string(),
          }),
        )
        .default([]),
      /** Set-ups that were compared, minute by minute. */
      runs: z
        .array(
          z.object({
            name: z.string(),
            alters: z.boolean(),
            consents: z.array(z.string()),
            rate: z.string().nullable(),
            startedAt: z.string(),
            rows: z.array(z.object({ at: z.string(), figures: z.record(z.string(), z.number()) })),
            by: z.string(),
          }),
        )
        .default([]),
      steps: z.array(
        z.object({
          id: z.string(),
          kind: z.string(),
          label: z.string().nullable().default(null),
          rate: z.string().nullable(),
          status: z.string(),
          reason: z.string().nullable(),
        }),
      ),
      /** Looked at without a number: open circuit, varying, out of reach. */
      specials: z
        .array(
          z.object({
            measurandId: z.string(),
            stationId: z.string(),
            firingStateId: z.string(),
            instance: z.string().nullable(),
            special: specialSchema,
            status: z.enum(['inside', 'edge', 'outside', 'none']),
            side: z.string().nullable(),
            at: z.string(),
            by: z.string(),
          }),
        )
        .default([]),
      adjustments: z.array(
        z.object({
          label: z.string(),
          direction: z.string(),
          amount: z.number(),
          unit: z.string(),
          rate: z.string().nullable().default(null),
          /** A calibration that the control ran by itself: started, not turned. */
          calibration: z.boolean().default(false),
          /** Reports from before they were told have none. */
          results: z.array(moveResultSchema).default([]),
          at: z.string(),
          by: z.string(),
        }),
      ),
    }),
  ),
  looseEnds: z.array(
    z.object({
      label: z.string(),
      openedAt: z.string(),
      closedAt: z.string().nullable(),
      leakCheck: z.string().nullable(),
      appliance: ofAppliance,
    }),
  ),
  defects: z.array(
    z.object({
      class: z.string(),
      text: z.string(),
      action: z.string(),
      by: z.string(),
      mended: z.string().nullable().default(null),
      appliance: ofAppliance,
    }),
  ),
  /** Dangers and risks that were told of in writing, and what the customer did about it. */
  notices: z
    .array(
      z.object({
        id: z.string(),
        defects: z.array(z.object({ class: z.string(), text: z.string(), action: z.string(), appliance: ofAppliance })),
        labelled: z.boolean(),
        acknowledged: z.enum(['signed', 'refused', 'nobody-there']),
        drawing: z.string().nullable(),
        at: z.string(),
        by: z.string(),
      }),
    )
    .default([]),
  /** Photographs by their ids: the pictures can be erased. */
  photos: z.array(z.object({ id: z.string(), caption: z.string().nullable(), at: z.string() })).default([]),
  parts: z.array(z.object({ part: z.string(), number: z.string().nullable(), why: z.string().nullable(), by: z.string() })).default([]),
  /** Parts to be got, and by when somebody comes back with them. */
  orders: z
    .array(
      z.object({
        part: z.string(),
        number: z.string().nullable(),
        why: z.string().nullable(),
        backOn: z.string().nullable(),
        appliance: ofAppliance,
      }),
    )
    .default([]),
  overrides: z.array(z.object({ gate: z.string(), reason: z.string(), by: z.string() })),
  corrections: z.array(z.object({ reason: z.string(), by: z.string(), at: z.string() })),
  breaches: z.array(z.object({ code: z.string(), type: z.string(), at: z.string() })),
  disturbed: z.array(z.object({ label: z.string(), kind: z.string(), refitted: z.string().nullable() })).default([]),
  starts: z.object({ lit: z.number(), failed: z.number() }).default({ lit: 0, failed: 0 }),
  /** Who did the work and signed for it; reports of before have none. */
  signedBy: z.object({ by: z.string(), at: z.string(), drawing: z.string().nullable() }).nullable().default(null),
  /** The customer's. */
  signature: z.string().nullable().default(null),
  signatureDrawing: z.string().nullable().default(null),
  /** The unfinished visit that this one goes on with. */
  continues: z.object({ visitId: z.string(), closedAt: z.string() }).nullable().default(null),
  notes: z.array(z.object({ text: z.string(), by: z.string() })),
  instruments: z.array(
    z.object({
      id: z.string(),
      name: z.string(),
      serial: z.string(),
      kind: z.string(),
      calibrationDueAt: z.string(),
      certificate: z.string().nullable(),
      inCalibration: z.boolean(),
      /** Why it was used all the same, and who answers for it. */
      allowed: z.object({ reason: z.string(), by: z.string() }).nullable().default(null),
    }),
  ),
  cautions: z.array(z.string()),
  /** The gas emergency number of the place when the report was made. */
  emergencyNumber: z.string().nullable().default(null),
})
export type Report = z.infer<typeof reportSchema>
export type ReportLine = z.infer<typeof line>

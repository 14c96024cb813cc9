import type { Check, FaultMap, Symptom } from '@lucerna/core/faults'
import type { CheckMade, FaultCase, FaultSaid } from '@lucerna/core/visit'

/** A case as the desk shows it, in a visit or without one. */
export type DeskCase = Pick<FaultCase, 'symptom' | 'code' | 'intermittent' | 'circumstances' | 'renewed' | 'leftOut' | 'occurrences'> & {
  readonly checks: readonly (Pick<CheckMade, 'id' | 'checkId' | 'result' | 'valueSi' | 'u' | 'text' | 'at' | 'carried'> & {
    readonly by?: string
  })[]
}

/** What a check showed: one of its results, or a figure. */
export type Shown =
  | { readonly result: string }
  | { readonly valueSi: number; readonly text: string; readonly u?: number | undefined; readonly instrumentId?: string | undefined }

/** What is done at the desk, wherever it is kept. */
export interface DeskActions {
  readonly describe: (part: Partial<FaultSaid>) => void
  readonly found: (check: Check, shown: Shown) => void
  readonly leaveOut: (checkId: string, reason: string) => void
  readonly withdraw: (id: string) => void
}

/** Symptoms in which a check that fires is a try to start. */
const TRIES: readonly Symptom[] = ['no-ignition', 'drops-out', 'low-gas']

/** Whether a check is a try to start the burner, that counts when it does not run. */
export const isTry = (check: Pick<Check, 'firing'> | undefined, symptom: Symptom): boolean =>
  check?.firing === true && TRIES.includes(symptom)

export const checkOf = (map: FaultMap, id: string): Check | undefined => map.checks.find((c) => c.id === id)

export const JOB_KINDS = [
  'commissioning',
  'annual-service',
  'breakdown',
  'gas-valve-replacement',
  'change-of-gas',
  'safety-check',
  'tightness-test',
  'gas-smell',
] as const
export type JobKind = (typeof JOB_KINDS)[number]

/** What a job can become while it is done, without a second visit: each adds the steps that it asks for. */
export const GROWTHS = ['strip-clean', 'gas-part', 'gas-valve-replacement', 'change-of-gas', 'safety-check', 'fire-again'] as const
export type Growth = (typeof GROWTHS)[number]

/** Everything that a rule can hold for: kinds of jobs, and what jobs become. */
export type Work = JobKind | Growth

/** Jobs in which the burner is lit. */
export const FIRING_JOBS: readonly JobKind[] = JOB_KINDS.filter((job) => job !== 'tightness-test' && job !== 'gas-smell')

/** Whether any of these is among the works. `does(['breakdown', 'strip-clean'], ['strip-clean'])` → `true` */
export const does = (works: readonly Work[], any: readonly Work[]): boolean => any.some((w) => works.includes(w))

const ADJUSTED: readonly Work[] = ['commissioning', 'annual-service', 'breakdown', 'gas-valve-replacement', 'change-of-gas']

/** Whether a screw may be turned at all in a job. A safety check, a tightness test and a gas-smell call judge and never adjust, until they become more. */
export const mayAdjustIn = (works: readonly Work[]): boolean => does(works, ADJUSTED)

/**
 * Whether "clean or adjust?" has to be answered before the first screw: the burner has run before. A new valve or another gas has to be set whatever the
 * burner was like.
 */
export const conditionAskedIn = (works: readonly Work[]): boolean =>
  does(works, ['annual-service', 'breakdown']) && !does(works, ['gas-valve-replacement', 'change-of-gas'])

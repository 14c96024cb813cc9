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

/** Jobs in which the burner is lit. */
export const FIRING_JOBS: readonly JobKind[] = JOB_KINDS.filter((job) => job !== 'tightness-test' && job !== 'gas-smell')

/** Whether a screw may be turned at all in a job. A safety check, a tightness test and a gas-smell call judge and never adjust. */
export const mayAdjustIn = (job: JobKind | null): boolean => job !== null && FIRING_JOBS.includes(job) && job !== 'safety-check'

/** Jobs in which "clean or adjust?" has to be answered before the first screw: the burner has run before. */
export const conditionAskedIn = (job: JobKind | null): boolean => job === 'annual-service' || job === 'breakdown'

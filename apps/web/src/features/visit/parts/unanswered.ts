import type { Danger } from '@lucerna/core/visit'

/** What of the danger's actions nobody has said anything about yet. */
export const unanswered = (danger: Danger, observations: Readonly<Record<string, unknown>>): string[] =>
  danger.actions.filter((a) => !observations[`danger.${a}`])

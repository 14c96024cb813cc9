import type { MonteCarloResult } from '@lucerna/core/measure'
import { type Field, runWorking, scatterWorking, type Working, workingById } from '@lucerna/core/workings'
import { unitsOf } from '@lucerna/core/units'
import type { Problem } from '@lucerna/core/result'
import { seededRandom } from '@lucerna/sim/random'
import { z } from 'zod'
import { ApiProblem, type ProblemItem } from '@/server/problem'
import { t } from '@/messages/all'
import { wordsFor } from '@/ui/words'
import { labelOf, problemWords } from '../words'

/** So many draws take a tenth of a second; a machine that wants more asks again with another seed. */
const DRAWS_MAX = 100_000

/** What `POST /api/v1/workings/{id}` takes. */
export const computeRequestSchema = z
  .strictObject({
    input: z.record(z.string(), z.unknown()).meta({ description: 'The inputs of this working, SI, as its JSON Schema says.' }),
    uncertainty: z.record(z.string(), z.number().min(0)).optional().meta({
      description:
        'Standard uncertainties of numeric inputs, SI. Without it the usual ones of the fields count; an empty object means none.',
    }),
    monteCarlo: z
      .strictObject({
        samples: z.number().int().min(100).max(DRAWS_MAX).default(20_000),
        seed: z
          .number()
          .int()
          .min(0)
          .max(2 ** 31 - 1)
          .default(1),
      })
      .optional()
      .meta({
        description:
          'Draws the inputs within their doubts and says how every principal figure spreads. The same seed gives the same answer.',
      }),
  })
  .meta({ id: 'ComputeRequest' })

const termSchema = z.object({ symbol: z.string(), valueSi: z.number(), quantity: z.string() })
export const lineSchema = z
  .object({ formula: z.string(), terms: z.array(termSchema), result: termSchema, source: z.string() })
  .meta({ id: 'WorkingLine' })
export const warningSchema = z.object({ code: z.string(), message: z.string() }).meta({ id: 'WorkingWarning' })
export const sensitivitySchema = z.record(z.string(), z.array(z.object({ key: z.string(), effect: z.number(), share: z.number() })))

function fieldAt(fields: Readonly<Record<string, Field>>, path: readonly (string | number)[]): Field | undefined {
  const top = fields[String(path[0])]
  return top?.kind === 'rows' && path.length > 2 ? top.columns[String(path[2])] : top
}

const si = (value: number): string => String(Number(value.toPrecision(6)))

function itemOf(workingId: string, problem: Problem, fields: Readonly<Record<string, Field>>): ProblemItem {
  const path = problem.path ?? []
  const field = fieldAt(fields, path)
  const unit = field?.kind === 'number' ? (unitsOf(field.quantity)[0] ?? '') : ''
  const message = problemWords(problem, {
    label: (key) => `${key}`,
    range: (_key, value) => `${si(value)}${unit && unit !== '1' ? ` ${unit}` : ''}`,
  })
  return {
    path: ['input', ...path].join('.'),
    code: problem.code,
    message: hasKey(path) ? `${labelOf(workingId, String(path[0]))}: ${message}` : message,
  }
}

const hasKey = (path: readonly (string | number)[]): boolean => typeof path[0] === 'string'

/** How the figures spread when the inputs are drawn within their doubts. @throws ApiProblem 422 when nothing is in doubt, or no draw has an answer. */
function spreadOf(
  working: Working,
  { input, uncertainty }: Pick<z.infer<typeof computeRequestSchema>, 'input' | 'uncertainty'>,
  { samples, seed }: { readonly samples: number; readonly seed: number },
): MonteCarloResult<string> {
  const refuse = (problem: Problem | undefined): never => {
    throw new ApiProblem(
      422,
      'invalid-input',
      t('problem.not-calculated'),
      problem ? [{ ...itemOf(working.id, problem, working.inputs), path: 'monteCarlo' }] : [],
    )
  }
  const run = scatterWorking(working, input, uncertainty, seededRandom(seed), samples)
  if (!run.ok) return refuse(run.error[0])
  run.value.run(samples)
  const result = run.value.result()
  return result.ok ? result.value : refuse(result.error)
}

/**
 * One calculation for machines: checks, computes, says its uncertainty, working and warnings. Throws an {@link ApiProblem}: 404 for an unknown working, 422 with
 * every field that is wrong and the range that is allowed.
 */
export function computeWorking(id: string, body: unknown) {
  const working = workingById(id)
  if (!working) throw new ApiProblem(404, 'not-found', t('problem.calculator-not-found'))
  const request = computeRequestSchema.safeParse(body)
  if (!request.success)
    throw new ApiProblem(
      422,
      'invalid-request',
      'Send {"input": {…}} and, if you like, {"uncertainty": {…}} and {"monteCarlo": {…}}.',
      request.error.issues.map((i) => ({ path: i.path.join('.'), message: i.message })),
    )
  const answer = runWorking(working, request.data.input, request.data.uncertainty)
  if (!answer.ok)
    throw new ApiProblem(
      422,
      'invalid-input',
      t('problem.not-calculated'),
      answer.error.map((p) => itemOf(id, p, working.inputs)),
    )
  const { result, uncertainty, sensitivity, working: lines, warnings } = answer.value
  const { monteCarlo } = request.data
  return {
    ...(monteCarlo && { spread: spreadOf(working, request.data, monteCarlo) }),
    result,
    uncertainty,
    sensitivity,
    working: lines,
    warnings: warnings.map((w) => ({ code: w.code, message: wordsFor(`calc-warn.${w.code}`, w.params ?? {}) })),
  }
}

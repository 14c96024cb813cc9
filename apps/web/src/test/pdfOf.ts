/** Run by a test, for the library that draws is no CommonJS: a report as JSON comes in, its PDF goes into the file named. */
import { readFileSync, writeFileSync } from 'node:fs'
import { reportSchema } from '@lucerna/core/report'
import { reportPdf } from '@/features/report/pdf'

const { model, frozen, ...options } = JSON.parse(readFileSync(0, 'utf8')) as Record<string, unknown>
writeFileSync(process.argv[2] ?? '', await reportPdf(reportSchema.parse(model), frozen as never, options as never))

/** Run by a test, for the library that draws is no CommonJS: reports as JSON come in, their PDFs go into the folder named, numbered. */
import { readFileSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { reportSchema } from '@lucerna/core/report'
import { reportPdf } from '@/features/report/pdf'

for (const [i, { model, frozen, ...options }] of (JSON.parse(readFileSync(0, 'utf8')) as Record<string, unknown>[]).entries())
  writeFileSync(path.join(process.argv[2] ?? '', `${i}.pdf`), await reportPdf(reportSchema.parse(model), frozen as never, options as never))

/**
 * Runs in the browser before anything else. The schemas' library tries whether it may write code at run time; our Content-Security-Policy forbids that and would report
 * the try. So it is told here, by the place that it looks at, without loading it on pages that have no schema.
 */
Object.assign(globalThis, { __zod_globalConfig: { jitless: true } })

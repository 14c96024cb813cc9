import pino from 'pino'

/** Structured log; ids only, no personal data. */
export const log = pino({ level: process.env.LOG_LEVEL ?? (process.env.NODE_ENV === 'test' ? 'silent' : 'info'), base: null })

/** What the table of every action is made of. */
export type Method = 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE'
export type Who = 'lead' | 'technician' | 'apprentice' | 'planner' | 'viewer' | 'lapsed' | 'other' | 'nobody'
export type Tried = { id?: string; params?: Record<string, string>; query?: string; body?: unknown; version?: number }

export interface Action {
  readonly method: Method
  readonly route: string
  /** Who is let through; everybody else of the firm gets 403, the other firm 404 (or its own, for what has no id). */
  readonly may: readonly Who[]
  readonly ok: number
  readonly prepare: () => Promise<Tried>
  /** What the other firm gets. */
  readonly other?: number
}

/** Who may do what, as the actions say it. */
export const ALL: readonly Who[] = ['lead', 'technician', 'apprentice', 'planner', 'viewer', 'lapsed']
export const WRITE: readonly Who[] = ['lead', 'technician', 'apprentice', 'planner', 'lapsed']
export const REMOVE: readonly Who[] = ['lead', 'technician', 'planner']
export const PLAN: readonly Who[] = ['lead', 'technician', 'apprentice', 'planner', 'lapsed']
export const LEAD: readonly Who[] = ['lead', 'lapsed']
export const inAnHour = () => new Date(Date.now() + 3_600_000).toISOString()
export const none = async () => ({})

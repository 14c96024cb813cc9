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

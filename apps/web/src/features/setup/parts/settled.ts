/** Moves whose contradicting reading somebody has looked at and called right: not asked of them again, whatever step is open. */
const settled = new Set<string>()

export const settle = (moveId: string): void => void settled.add(moveId)
export const isSettled = (moveId: string | undefined): boolean => moveId === undefined || settled.has(moveId)

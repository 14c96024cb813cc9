/**
 * Where to go after signing in: a page of ours, never another site.
 *
 * @example
 * nextPath('/visits/1') // '/visits/1'
 * nextPath('//elsewhere.example') // '/today'
 */
export const nextPath = (wish: string | null | undefined): string => (wish && /^\/(?![/\\])[\x21-\x7e]*$/.test(wish) ? wish : '/today')

export const COOKIE_PREFIX = 'lucerna'
/** The name of the session's cookie, behind `__Secure-` on https. */
export const SESSION_COOKIE = `${COOKIE_PREFIX}.session_token`
/** A session that is used is renewed once in so long, s. */
export const SESSION_RENEWED_EVERY_S = 60 * 60 * 24

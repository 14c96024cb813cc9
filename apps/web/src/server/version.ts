import web from '../../package.json'

/** Version of the running application. */
export const VERSION: string = web.version

/**
 * What a page asks by itself whenever something was written: on its way while members are switched on it is refused, and asked again
 * by the app. With `allow`.
 */
export const ASKED_TOO_EARLY = [/^401 .*\/api\/v1\/(changes|workspace)/, /^console: .*status of 401/];

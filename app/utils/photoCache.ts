/** Where the service worker keeps photos that were looked at. */
export const photoCache = 'photos'

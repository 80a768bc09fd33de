/** The service worker marks by it what it kept from before; the pages read it. */
export const LAST_SEEN_HEADER = 'vein-mend-last-seen'

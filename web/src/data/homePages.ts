/** Under this, and the beginning of its link, a page at home is kept as it was last seen. */
export const HOME_PAGES = 'vein-mend-home-'

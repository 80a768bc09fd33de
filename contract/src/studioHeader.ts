/** In this header each answer names the studio it comes from. Apart, so that a page may know it and read no acts. */
export const STUDIO_HEADER = 'vein-mend-studio'

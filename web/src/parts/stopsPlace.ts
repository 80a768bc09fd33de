/** Id of the banner that says what stops a student's playing. */
export const STOPS_PLACE = 'what-stops'

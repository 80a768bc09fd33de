/** The lesson desk's line, where there is one. */
export const COMMAND_LINE_ID = 'command-line'

import path from 'node:path'

/** The folder of the program itself. */
export const appRoot = (): string => process.env.VANE_ROOT ?? process.cwd()
/** The folder in which everything a producer made is kept. */
export const dataRoot = (): string => process.env.VANE_DATA ?? path.join(appRoot(), '.vane')

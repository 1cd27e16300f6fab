/** The readings of a simulated frame, in the order of their tabs and keys. */
export const READINGS = ['meter', 'tone', 'bracket', 'colour', 'look', 'closer', 'scene'] as const
export type Reading = (typeof READINGS)[number]

/** Moments of the server's clock in the words of this browser's. */
const MOMENT: Intl.DateTimeFormatOptions = { day: 'numeric', month: 'short', year: 'numeric', hour: '2-digit', minute: '2-digit', hourCycle: 'h23' }

export const momentText = (text: string): string => new Date(text).toLocaleString('en-GB', MOMENT)

export const clockOf = (text: string): string => new Date(text).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' })

/** Minutes somebody really worked: from one deed to the next, and of a pause no more than a look takes. */

const LONGEST_LOOK_MS = 20_000
const LEAST_MINUTES = 0.05

export class WorkClock {
  private last: number | null = null
  private spent = 0

  constructor(private readonly now: () => number = Date.now) {}

  worked(): void {
    const at = this.now()
    if (this.last !== null) this.spent += Math.min(Math.max(at - this.last, 0), LONGEST_LOOK_MS)
    this.last = at
  }

  /** The minutes since they were last taken; 0 for too little to write down, which then stays for the next time. */
  take(): number {
    const minutes = this.spent / 60_000
    this.last = null
    if (minutes < LEAST_MINUTES) return 0
    this.spent = 0
    return minutes
  }
}

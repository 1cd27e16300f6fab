/** Follows a pointer from its press to its release, also outside the element; a cancelled press ends without `end`. */
export function followPointer(
  press: PointerEvent,
  said: { move: (now: PointerEvent) => void; end: (now: PointerEvent) => void; cancel?: () => void },
): void {
  const target = press.currentTarget as Element
  target.setPointerCapture(press.pointerId)
  const stop = new AbortController()
  const on = (kind: string, run: (now: PointerEvent) => void): void =>
    target.addEventListener(kind, (now) => run(now as PointerEvent), { signal: stop.signal })
  on('pointermove', said.move)
  on('pointerup', (now) => {
    stop.abort()
    said.end(now)
  })
  on('pointercancel', () => {
    stop.abort()
    said.cancel?.()
  })
}

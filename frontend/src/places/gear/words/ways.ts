/** Ways to a setting as lines a person can edit: "menu: Light leaf > Reading". */
import type { Reach } from '@/api/types'

export const WAY_NAMES: Record<Reach['way'], string> = {
  dial: 'dial',
  button: 'button',
  switch: 'switch',
  quick_screen: 'quick screen',
  personal_menu: 'personal menu',
  menu: 'menu',
  by_hand: 'by hand',
}
const BY_NAME = new Map(Object.entries(WAY_NAMES).map(([way, name]) => [name, way as Reach['way']]))

export const writeWays = (reaches: readonly Reach[]): string =>
  reaches.map((reach) => (reach.path?.length ? `${WAY_NAMES[reach.way]}: ${reach.path.join(' > ')}` : WAY_NAMES[reach.way])).join('\n')

/** fault: what is wrong, in a sentence; the empty text when all is well. */
export function readWays(text: string): { reaches: Reach[]; fault: string } {
  const reaches: Reach[] = []
  for (const [k, line] of text.split('\n').entries()) {
    if (!line.trim()) continue
    const [name, ...rest] = line.split(':')
    const way = BY_NAME.get(name!.trim().toLowerCase())
    const path = rest
      .join(':')
      .split('>')
      .map((step) => step.trim())
      .filter(Boolean)
    if (!way) return { reaches, fault: `Line ${k + 1} begins with none of the ways.` }
    if ((way === 'menu' || way === 'dial' || way === 'button' || way === 'switch') && !path.length)
      return { reaches, fault: `Line ${k + 1} says ${WAY_NAMES[way]}, but not which: “${WAY_NAMES[way]}: …”.` }
    if (path.length > 6) return { reaches, fault: `Line ${k + 1} goes deeper than six steps.` }
    reaches.push({ way, path, seconds: null })
  }
  return reaches.length ? { reaches, fault: '' } : { reaches, fault: 'A setting needs at least one way.' }
}

import { describe, expect, it } from 'vitest'
import { inFeet } from './said'

const MOVES = {
  code: 'finding.single_focus_moving.sentence',
  template: 'Moves at {0}, {1} away {{near}}',
  values: [
    { value: 7, unit: 'm/s' as const, metric: '7 m/s', imperial: '16 mph' },
    { value: 12, unit: 'm' as const, metric: '12 m', imperial: '39 ft' },
  ],
}

describe('sentences in feet', () => {
  it('fills the template with the imperial values, in lists and nested parts', () => {
    const answer = {
      findings: [{ sentence: 'Moves at 7 m/s, 12 m away {near}', said: { sentence: MOVES } }],
      reasons: ['as on any body', 'Moves at 7 m/s, 12 m away {near}'],
      said: { 'reasons/1': MOVES },
    }
    expect(inFeet(answer)).toMatchObject({
      findings: [{ sentence: 'Moves at 16 mph, 39 ft away {near}' }],
      reasons: ['as on any body', 'Moves at 16 mph, 39 ft away {near}'],
    })
  })

  it('leaves what was given as it was, and shares what has no such sentence', () => {
    const plain = { sentence: 'No lengths here.', said: {}, n: 3 }
    const answer = { plain, spoken: { sentence: 'x', said: { sentence: MOVES } } }
    const feet = inFeet(answer)
    expect(feet.plain).toBe(plain)
    expect(answer.spoken.sentence).toBe('x')
    expect(inFeet(plain)).toBe(plain)
    expect(inFeet(null)).toBeNull()
  })
})

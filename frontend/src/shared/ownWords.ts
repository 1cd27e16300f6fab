/** The product's own words in a sentence each, for Help and wherever one is met; docs/handbook/words.md says more. */
export const OWN_WORDS = [
  ['Limit', 'What bounds a value: the hand, the movement, the lens, your ceiling. Each stands on a ruler where it bites.'],
  ['Price', 'By how many stops a value passes a limit, and whether that is seen at your output.'],
  ['Held', 'A value you dragged or typed. The plan obeys it, works around it and says what it costs.'],
  ['Give way', 'What yields first when the light falls or rises while the settings stay.'],
  ['School', 'One of several ways practitioners work where they disagree. You choose; the plan says which it follows.'],
  ['Foundation', 'How your cameras stand on any day, before a situation speaks, and where that differs.'],
  ['Standing value', 'One value of the foundation. It holds unless a number of the case forbids it.'],
  ['Request', 'What is asked for in one situation. It is met exactly or answered with the reason.'],
  ['Pack', 'To lay the setups of a day into a body’s storage places, so that one turn recalls them.'],
  ['Storage place', 'A position or slot of a body that keeps settings and recalls them together.'],
  ['Route', 'The shortest way from how a body stands to how it shall stand, press by press in its own words.'],
  ['Margin', 'How wrong an assumption of the brief may be before a limit breaks.'],
  ['Seen', 'Whether anybody would notice a price at the size the picture is for.'],
] as const

export type OwnWord = (typeof OWN_WORDS)[number][0]
export const meaningOf = (word: OwnWord): string => OWN_WORDS.find(([name]) => name === word)![1]

/** Which school a question follows: the situation's own answer, else the photographer's, else the usual. The server chooses alike. */
import type { Preferences, SchoolQuestion, Schools } from '@/api/types'

type Own = Readonly<Record<string, string>>
export type Question = keyof Schools

/** True where this situation gives an answer of its own. */
export function isAnsweredHere(preferences: Preferences, question: SchoolQuestion): boolean {
  return preferences.schools_here.includes(question.id) || preferences.schools[question.id as Question] !== question.default
}

/** The schools that hold. */
export function schoolsWith(preferences: Preferences, own: Own, questions: readonly SchoolQuestion[]): Schools {
  const open = questions.filter((question) => own[question.id] !== undefined && !isAnsweredHere(preferences, question))
  return { ...preferences.schools, ...Object.fromEntries(open.map((question) => [question.id, own[question.id]])) } as Schools
}

/** A question answered for this situation; null: no longer, so that the photographer's own holds again. */
export function answered(preferences: Preferences, question: SchoolQuestion, school: string | null, own: Own): Partial<Preferences> {
  const others = preferences.schools_here.filter((each) => each !== question.id)
  const mustSay = school !== null && school === question.default && own[question.id] !== undefined && own[question.id] !== school
  return {
    schools: { ...preferences.schools, [question.id]: school ?? question.default } as Schools,
    schools_here: mustSay ? [...others, question.id] : others,
  }
}

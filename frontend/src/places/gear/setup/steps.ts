/** The steps of describing a camera, in their order. Which one its owner stopped at is kept with the foundation. */
export const STEPS = [
  { id: 'sheet', label: 'What its sheet says', why: 'Its limits are where every plan starts.' },
  { id: 'hand', label: 'What it has and lacks', why: 'The plan asks for nothing that is not there.' },
  { id: 'words', label: 'Its controls and words', why: 'Cards and routes then speak as the camera does.' },
  { id: 'schools', label: 'Where practitioners disagree', why: 'Your answer holds wherever a situation gives none of its own.' },
  { id: 'values', label: 'How it stands on any day', why: 'Each holds unless a number of the case forbids it, and the plan says which.' },
  { id: 'result', label: 'What that changes', why: 'Your own plans, with your answers and with ours.' },
] as const
export type Step = (typeof STEPS)[number]['id']

const isStep = (said: string | undefined): said is Step => STEPS.some((step) => step.id === said)

/** The step to open: where its owner stopped, else the first. */
export const stepAt = (begun: Readonly<Record<string, string>> | undefined, bodyId: string): Step => {
  const said = begun?.[bodyId]
  return isStep(said) ? said : STEPS[0].id
}

/** The step before or after; null at the ends. */
export function stepBy(step: Step, by: 1 | -1): Step | null {
  return STEPS[STEPS.findIndex((each) => each.id === step) + by]?.id ?? null
}

/** What is begun once a step is reached; a body whose result was seen is begun no more. */
export function reached(begun: Readonly<Record<string, string>>, bodyId: string, step: Step): Record<string, string> {
  const others = Object.fromEntries(Object.entries(begun).filter(([id]) => id !== bodyId))
  return step === 'result' ? others : { ...others, [bodyId]: step }
}

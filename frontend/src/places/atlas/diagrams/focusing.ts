/** When and where a body focuses. */
import { course, distance, NEARS, STEADY, type Panel } from './kinds'

export const FOCUSING_DIAGRAMS: Record<string, readonly Panel[]> = {
  af_mode: [
    distance('single', 'Focus is found once and stays, whatever the subject does.', NEARS, [9, 8, 7, 7, 7, 7, 7, 7, 7, 7, 7]),
    distance(
      'continuous',
      'Focus goes with the subject as long as the button asks for it.',
      NEARS,
      [9, 8.2, 7.1, 6.1, 5.1, 4.1, 3.1, 2.6, 2.1, 1.6, 1.1],
    ),
    distance(
      'auto_switch',
      'It stays until the body believes that the subject moves, then follows late.',
      NEARS,
      [9, 8, 7, 7, 7, 5, 3.4, 2.6, 2.1, 1.6, 1.1],
    ),
    distance('manual', 'It stands where the ring was left.', NEARS, [4, 4, 4, 4, 4, 4, 4, 4, 4, 4, 4]),
  ],
  af_response: [
    distance('locked_on', 'Something comes between: focus waits for the subject.', STEADY, STEADY, [4, 6]),
    distance('standard', 'It waits a moment, then looks at what came between.', STEADY, [5, 5, 5, 5, 5, 4, 3, 3, 4.4, 5, 5], [4, 7]),
    distance('responsive', 'It goes to whatever is nearest at once.', STEADY, [5, 5, 5, 5, 3, 2, 2, 3.4, 5, 5, 5], [4, 6]),
  ],
  af_priority: [
    course('release', 'Every frame comes when asked for, in focus or not.', {
      button: [[1, 9]],
      sharp: [
        [3, 5],
        [7, 9],
      ],
      frames: [1, 2, 3, 4, 5, 6, 7, 8],
    }),
    course('focus', 'A frame waits until focus is found: fewer, and uneven.', {
      button: [[1, 9]],
      sharp: [
        [3, 5],
        [7, 9],
      ],
      frames: [3, 4, 5, 7, 8],
    }),
    course('balanced', 'It waits a little, not for ever.', {
      button: [[1, 9]],
      sharp: [
        [3, 5],
        [7, 9],
      ],
      frames: [2, 3, 4, 5, 6.4, 7, 8],
    }),
  ],
  priority_single: [
    course('focus', 'The press is answered when focus is found.', { button: [[2, 6]], sharp: [[5, 9]], frames: [5] }),
    course('release', 'The press is answered at once.', { button: [[2, 6]], sharp: [[5, 9]], frames: [2.2] }),
  ],
  af_activation: [
    course('shutter_button', 'Half a press focuses, the whole one takes.', { 'half press': [[1, 8]], focus: [[1, 8]], frames: [5, 6, 7] }),
    course('back_button', 'The thumb focuses; the release only takes.', { thumb: [[1, 5]], focus: [[1, 5]], frames: [3, 4, 7] }),
    course('back_button_eye', 'A second button under the thumb asks for the eye.', {
      thumb: [[1, 4]],
      'eye button': [[4, 8]],
      focus: [[1, 8]],
      frames: [5, 6, 7],
    }),
  ],
  half_press_single: [
    course('on', 'Half a press focuses before the frame.', { 'half press': [[1, 5]], focus: [[1, 2.4]], frames: [5] }),
    course('off', 'Half a press only meters; another button focuses.', {
      'half press': [[1, 5]],
      thumb: [[0.4, 2]],
      focus: [[0.4, 1.8]],
      frames: [5],
    }),
  ],
  half_press_continuous: [
    course('on', 'Half a press keeps focusing.', { 'half press': [[1, 8]], focus: [[1, 8]], frames: [6, 7] }),
    course('off', 'Only the other button keeps focusing.', { 'half press': [[1, 8]], thumb: [[2, 5]], focus: [[2, 5]], frames: [6, 7] }),
  ],
  focus_distance_m: [
    distance(2, 'Set near: what comes to 2 m is sharp.', [9, 8, 6, 5, 4, 3, 2.4, 2, 1.6, 1.2, 1], [2, 2, 2, 2, 2, 2, 2, 2, 2, 2, 2]),
    distance(5, 'Set further: it is sharp earlier, and depth reaches further.', [9, 8, 6, 5, 4, 3, 2.4, 2, 1.6, 1.2, 1], STEADY),
  ],
  af_modes_allowed: [
    course('all', 'Every mode comes up in turn.', {
      turns: [1, 2.6, 4.2, 5.8],
      modes: [
        [0.4, 1.4],
        [2, 3],
        [3.6, 4.6],
        [5.2, 6.2],
      ],
    }),
    course('two', 'Two are left: one turn, and it is the other.', {
      turns: [1, 2.6],
      modes: [
        [0.4, 1.4],
        [2, 3],
      ],
    }),
  ],
  subject_motion: [
    distance('steady', 'It comes evenly: the body reckons far ahead.', NEARS, [9, 8, 7, 6, 5, 4, 3, 2.5, 2, 1.5, 1]),
    distance(
      'erratic',
      'It may turn at any moment: the body believes only what it just saw.',
      [6, 5, 6, 7, 5, 4, 5, 6, 4, 3, 4],
      [6, 5.4, 5.6, 6.6, 5.6, 4.4, 4.6, 5.6, 4.6, 3.4, 3.8],
    ),
  ],
  prefocus: [
    course('off', 'Focus begins with the button.', { button: [[3, 8]], focus: [[3, 5]], frames: [5, 6] }),
    course('on', 'The lens looks about all the time: readier, and it drinks.', { button: [[3, 8]], focus: [[0.4, 3.6]], frames: [3.6, 5, 6] }),
  ],
  touch_action: [
    course('point', 'A touch moves the box, no more.', { touch: [2], focus: [], frames: [] }),
    course('focus', 'A touch moves it and focuses.', { touch: [2], focus: [[2.2, 4]], frames: [] }),
    course('shoot', 'A touch moves, focuses and takes.', { touch: [2], focus: [[2.2, 4]], frames: [4.2] }),
  ],
  mf_override: [
    distance('off', 'The ring does nothing while the body focuses.', STEADY, [6, 6, 6, 6, 6, 6, 6, 6, 6, 6, 6]),
    distance('on', 'After it has focused a turn of the ring corrects.', STEADY, [6, 6, 6, 6, 5.6, 5.2, 5, 5, 5, 5, 5]),
  ],
  magnifier_time: [
    course('short', 'Large for two seconds, then whole again.', { ring: [[1, 2]], large: [[1, 4]] }),
    course('until_half_press', 'Large until the release is touched.', { ring: [[1, 2]], 'half press': [[7, 8]], large: [[1, 7]] }),
    course('no_limit', 'Large until it is put back.', { ring: [[1, 2]], large: [[1, 10]] }),
  ],
  area_frame: [
    course('always', 'The box is always drawn.', { focusing: [[3, 6]], 'box shown': [[0.4, 9.6]] }),
    course('focusing', 'It comes while focusing: a clear finder.', { focusing: [[3, 6]], 'box shown': [[3, 6]] }),
  ],
  focus_limiter: [
    distance('full', 'It may hunt from the nearest to infinity.', STEADY, [5, 9, 2, 7, 4, 5, 5, 5, 5, 5, 5]),
    distance('far', 'The near part is locked out: it is back sooner.', STEADY, [5, 7, 5, 5, 5, 5, 5, 5, 5, 5, 5]),
  ],
}

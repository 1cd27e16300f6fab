/** When a body takes its frames. */
import { course, type Panel } from './kinds'

export const DRIVE_DIAGRAMS: Record<string, readonly Panel[]> = {
  drive: [
    course('single', 'One press, one frame.', {
      button: [
        [1, 3],
        [6, 7],
      ],
      frames: [1.2, 6.2],
    }),
    course('continuous_low', 'Frames while it is held, few.', { button: [[1, 9]], frames: [1, 3, 5, 7] }),
    course('continuous_high', 'Frames while it is held, many.', { button: [[1, 9]], frames: [1, 2, 3, 4, 5, 6, 7, 8] }),
    course('continuous_max', 'As many as there are: the finder may lag, the buffer fills.', {
      button: [[1, 9]],
      frames: [1, 1.5, 2, 2.5, 3, 3.5, 4, 4.5, 5, 5.5, 6, 6.5, 7, 7.5, 8],
    }),
    course('precapture', 'Frames from before the press are kept too.', {
      'half press': [[0.4, 5]],
      press: [[5, 7]],
      frames: [3, 3.5, 4, 4.5, 5, 5.5, 6, 6.5],
    }),
    course('interval', 'A frame at even times, untouched.', { press: [0.6], frames: [1, 3, 5, 7, 9] }),
    course('self_timer', 'It waits until the shaking is over.', { press: [1], frames: [6] }),
    course('bracket_burst', 'One press, a row of exposures.', { button: [[1, 5]], frames: [1, 2, 3] }),
  ],
  drives_allowed: [
    course('all', 'Every drive comes up in turn.', { turns: [1, 2.6, 4.2, 5.8, 7.4] }),
    course('two', 'Two are left: one turn, and it is the other.', { turns: [1, 2.6] }),
  ],
  frame_rate: [
    course(5, '5 a second: a stride apart.', { 'one second': [[0, 10]], frames: [0.4, 2.4, 4.4, 6.4, 8.4] }),
    course(20, '20 a second: a ball leaves the foot between two of them.', {
      'one second': [[0, 10]],
      frames: Array.from({ length: 20 }, (_, i) => 0.3 + i / 2),
    }),
  ],
  low_rate: [
    course(1, '1 a second.', { 'one second': [[0, 10]], frames: [0.4] }),
    course(5, '5 a second.', { 'one second': [[0, 10]], frames: [0.4, 2.4, 4.4, 6.4, 8.4] }),
  ],
  shutter_type: [
    course('mechanical', 'Two curtains run: no slant, a knock, a slap of air.', { opens: [[2, 3]], light: [[3, 6]], closes: [[6, 7]] }),
    course('electronic_first_curtain', 'The first is electronic: no knock before; short times can cut the blur discs.', {
      starts: [2.4],
      light: [[2.6, 6]],
      closes: [[6, 7]],
    }),
    course('electronic', 'Line after line: silent, and slow enough to slant what runs and to band under lamps.', {
      'first line': [[1, 4]],
      'middle line': [[3, 6]],
      'last line': [[5, 8]],
    }),
    course('leaf', 'It opens in the lens: flash at every time, hardly a sound.', { opens: [[2.4, 2.8]], light: [[2.8, 6]], closes: [[6, 6.4]] }),
  ],
  anti_flicker: [
    course('off', 'Frames fall where they fall: bright and dark ones.', {
      'lamp bright': [
        [0, 1],
        [2, 3],
        [4, 5],
        [6, 7],
        [8, 9],
      ],
      frames: [0.6, 3.3, 5.5, 8.2],
    }),
    course('on', 'Each waits for the bright part: even, a little late.', {
      'lamp bright': [
        [0, 1],
        [2, 3],
        [4, 5],
        [6, 7],
        [8, 9],
      ],
      frames: [0.6, 2.5, 4.5, 6.5, 8.5],
    }),
  ],
  self_timer: [
    course('off', 'At once, with the shake of the finger.', { press: [1], shaking: [[1, 3]], frames: [1.1] }),
    course('2s', 'Two seconds: the tripod is still.', { press: [1], shaking: [[1, 3]], frames: [4] }),
    course('10s', 'Ten seconds: time to walk into the picture.', { press: [1], shaking: [[1, 3]], frames: [9.6] }),
  ],
  burst_limit: [
    course(3, 'It stops after three, held or not.', { button: [[1, 9]], frames: [1, 2, 3] }),
    course(8, 'It stops after eight.', { button: [[1, 9]], frames: [1, 2, 3, 4, 5, 6, 7, 8] }),
  ],
  precapture: [
    course('off', 'What happened before the finger was quick enough is gone.', { 'half press': [[0.4, 5]], it: [4.4], frames: [5.4, 5.9, 6.4] }),
    course('on', 'Frames from before the press are kept.', { 'half press': [[0.4, 5]], it: [4.4], frames: [3.4, 3.9, 4.4, 4.9, 5.4, 5.9] }),
  ],
  exposure_delay: [
    course('off', 'Mirror and shutter follow each other.', { press: [1], shaking: [[1, 4]], frames: [1.4] }),
    course('2s', 'The shutter waits until the knock is over.', { press: [1], shaking: [[1, 4]], frames: [5] }),
  ],
  mirror_lockup: [
    course('off', 'Mirror up, frame, mirror down.', { mirror: [[1, 3]], frames: [1.6] }),
    course('on', 'One press lifts it, a second takes the frame.', { press: [1, 6], mirror: [[1, 8]], frames: [6.2] }),
  ],
  silent_mode: [
    course('off', 'Sounds, lamps and curtains as set.', {
      sound: [
        [1, 2],
        [4, 5],
      ],
      lamp: [
        [0.6, 1.2],
        [3.6, 4.2],
      ],
      frames: [1.4, 4.4],
    }),
    course('on', 'No sound, no lamp, the electronic shutter.', { sound: [], lamp: [], frames: [1.4, 4.4] }),
  ],
  interval_s: [
    course(5, 'Clouds and people: every few seconds.', { 'half a minute': [[0, 10]], frames: [0.4, 2, 3.6, 5.2, 6.8, 8.4] }),
    course(30, 'Stars and shadows: twice a minute.', { 'half a minute': [[0, 10]], frames: [0.4] }),
  ],
  interval_count: [
    course(3, 'It ends after three.', { frames: [1, 3, 5] }),
    course(5, 'It ends after five: ten seconds at 25 a second want 250.', { frames: [1, 3, 5, 7, 9] }),
  ],
  multiple_exposure: [
    course('off', 'Each exposure is a picture.', { exposures: [1, 3, 5], pictures: [1.4, 3.4, 5.4] }),
    course('on', 'Several exposures become one.', { exposures: [1, 3, 5], pictures: [5.4] }),
  ],
  trap_release: [
    course('off', 'The finger says when.', { 'it is sharp': [[4, 5]], button: [[5.6, 7]], frames: [5.8] }),
    course('on', 'The frame is taken as the subject comes into the set distance.', { 'it is sharp': [[4, 5]], button: [[1, 9]], frames: [4.1] }),
  ],
  sync_release: [
    course('off', 'The other cameras stay as they are.', { 'this one': [2, 4, 6], 'the other': [] }),
    course('on', 'They take their frame with this one.', { 'this one': [2, 4, 6], 'the other': [2.1, 4.1, 6.1] }),
  ],
  release_without_lens: [
    course('locked', 'Without a lens that speaks, nothing is taken.', { press: [2, 6], frames: [] }),
    course('allowed', 'An adapted or manual lens works.', { press: [2, 6], frames: [2.2, 6.2] }),
  ],
  boost_mode: [
    course('off', 'Finder and focus look about less often; the battery lasts.', { looks: [1, 3, 5, 7, 9] }),
    course('on', 'Twice as often, and it drinks.', { looks: [1, 2, 3, 4, 5, 6, 7, 8, 9] }),
  ],
}

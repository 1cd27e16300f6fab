/** Where in the frame a body looks. */
import { area, EYE, HEAD, WHOLE, type Panel } from './kinds'

export const AREA_DIAGRAMS: Record<string, readonly Panel[]> = {
  af_area: [
    area('single_point', 'One box, put on what must be sharp.', [HEAD]),
    area('pinpoint', 'Smaller still: between branches, on an eye.', [EYE]),
    area('expanded_point', 'One box, helped by its neighbours when the subject leaves it.', [HEAD], {
      dim: [
        [41, 30, 9, 13],
        [59, 30, 9, 13],
        [50, 17, 9, 13],
        [50, 43, 9, 13],
      ],
    }),
    area('small_zone', 'A patch, in which the nearest or the detected thing wins.', [[50, 36, 30, 38]]),
    area('zone', 'A larger patch, for what cannot be held in a small one.', [[50, 42, 46, 60]]),
    area('wide_tracking', 'Begins in a wide patch and goes with what it found.', [[50, 50, 70, 74]], {
      way: [
        [50, 30],
        [66, 34],
        [78, 46],
      ],
    }),
    area('tracking_point', 'Begins at the box and goes with it through the frame.', [HEAD], {
      way: [
        [50, 30],
        [62, 34],
        [74, 44],
      ],
    }),
    area('whole_area', 'The whole frame: detection, or the nearest thing, decides.', [WHOLE]),
    area('magnified_live_view', 'A part of the picture, large, judged by eye: for what stands still.', [[50, 45, 60, 70]], { who: 'face' }),
    area('zone_focus', 'No box: the distance is set beforehand, and depth does the rest.', []),
  ],
  own_area_width: [area(3, 'Three boxes wide.', [[50, 36, 27, 13]]), area(11, 'Eleven boxes wide: a band for what runs across.', [[50, 36, 92, 13]])],
  own_area_height: [area(3, 'Three boxes high.', [[50, 36, 9, 39]]), area(7, 'The whole height: a band for what rises or falls.', [[50, 50, 9, 88]])],
  subject_detection: [
    area('off', 'The box alone decides.', [[50, 60, 9, 13]]),
    area('human', 'Body, then face, then eye, as far as they are large enough.', [HEAD], { dim: [[50, 52, 26, 60]] }),
    area('human_eye', 'The eye, as long as the face is large enough.', [EYE], { dim: [HEAD], who: 'face' }),
    area('bird', 'The bird’s head before its wing.', [[58, 40, 9, 10]], { dim: [[50, 46, 44, 34]], who: 'bird' }),
  ],
  detection_start: [
    area('point', 'A subject under the box is detected; others are passed over.', [HEAD], { who: 'two' }),
    area(
      'frame',
      'Subjects anywhere in the frame are detected; the largest or nearest wins.',
      [
        [28, 32, 9, 13],
        [72, 36, 8, 11],
      ],
      { who: 'two' },
    ),
  ],
  af_areas_allowed: [
    area('all', 'All shapes come up when the button is turned.', [HEAD, [50, 36, 30, 38], WHOLE]),
    area('two', 'Two are left: one turn, and it is the other.', [HEAD, WHOLE]),
  ],
  eye_detection: [
    area('auto', 'The nearer eye.', [[45, 45, 8, 8]], { who: 'face' }),
    area('left', 'Always this one, seen from the camera.', [[57, 45, 8, 8]], { who: 'face' }),
    area('off', 'The face as a whole.', [[50, 50, 34, 60]], { who: 'face' }),
  ],
  face_register: [
    area('off', 'The largest or nearest face wins.', [[72, 36, 9, 13]], { who: 'two' }),
    area('on', 'A known face wins, by its rank.', [[28, 32, 9, 13]], { dim: [[72, 36, 9, 13]], who: 'two' }),
  ],
  points_grid: [
    area('full', 'Every place: fine, and many presses apart.', [HEAD], { dots: [15, 9] }),
    area('coarse', 'Every third: across the frame in a few presses.', [HEAD], { dots: [5, 3] }),
  ],
  points_orientation: [
    area('same', 'Turn the camera upright, and the box is where it was on the sensor.', [[20, 30, 9, 13]], { who: 'none' }),
    area('apart', 'Upright and level each keep a box of their own.', [[20, 30, 9, 13]], { dim: [[70, 22, 9, 13]], who: 'none' }),
    area('area_too', 'Its shape too is kept for each.', [[20, 30, 9, 13]], { dim: [[66, 34, 30, 38]], who: 'none' }),
  ],
  points_wrap: [
    area('on', 'Past the right edge it comes in on the left.', [[8, 50, 9, 13]], {
      dim: [[92, 50, 9, 13]],
      way: [
        [92, 50],
        [99, 50],
      ],
      who: 'none',
    }),
    area('off', 'It stops at the edge.', [[92, 50, 9, 13]], { who: 'none' }),
  ],
  point_speed: [
    area('normal', 'Held for a second: this far.', [[50, 50, 9, 13]], {
      way: [
        [20, 50],
        [50, 50],
      ],
      who: 'none',
    }),
    area('fast', 'Held for a second: this far.', [[86, 50, 9, 13]], {
      way: [
        [20, 50],
        [86, 50],
      ],
      who: 'none',
    }),
  ],
  touch_drag: [
    area('off', 'The screen moves nothing while the eye is at the finder.', [HEAD], { who: 'none' }),
    area('right_half', 'The thumb on the right half moves the box; the nose is on the left.', [[75, 50, 48, 92]], {
      who: 'none',
      way: [
        [64, 60],
        [84, 40],
      ],
    }),
    area('whole', 'Anywhere: the nose moves it too.', [WHOLE], {
      who: 'none',
      way: [
        [30, 60],
        [64, 36],
      ],
    }),
  ],
  touch_position: [
    area('relative', 'A stroke moves the box by its own length.', [[62, 40, 9, 13]], {
      dim: [[42, 56, 9, 13]],
      way: [
        [42, 56],
        [62, 40],
      ],
      who: 'none',
    }),
    area('absolute', 'The box jumps under the finger.', [[80, 30, 9, 13]], { dim: [[42, 56, 9, 13]], who: 'none' }),
  ],
  ring_magnify_after_af: [
    area('on', 'A turn of the ring shows the eye large.', [[50, 45, 60, 70]], { who: 'face' }),
    area('off', 'The whole frame stays.', [HEAD]),
  ],
  mf_magnify_on_ring: [
    area('on', 'A turn of the ring shows the place large.', [[50, 45, 60, 70]], { who: 'face' }),
    area('off', 'The whole frame stays.', [HEAD]),
  ],
  peaking: [
    area('off', 'No edges drawn.', [], { who: 'face' }),
    area('low', 'Only the hardest edges: narrow, and exact.', [[45, 45, 8, 8]], { who: 'face' }),
    area(
      'high',
      'Many edges: easy to see, and too much counts as sharp.',
      [
        [45, 45, 8, 8],
        [57, 45, 8, 8],
        [50, 62, 12, 6],
        [50, 22, 30, 6],
      ],
      { who: 'face' },
    ),
  ],
  peaking_colour: [
    area('white', 'Seen on dark things.', [EYE]),
    area('red', 'Seen on green and grey.', [EYE]),
    area('yellow', 'Seen on blue and in the dark.', [EYE]),
  ],
  focus_guide: [
    area('off', 'Only the eye judges.', [HEAD]),
    area('on', 'Two marks meet over the box when it is sharp.', [HEAD], {
      dim: [
        [47, 12, 3, 8],
        [53, 12, 3, 8],
      ],
    }),
  ],
  focus_recompose: [
    area('move_point', 'The box goes to the eye; the camera stays.', [[30, 28, 9, 13]], {
      dim: [[50, 50, 9, 13]],
      way: [
        [50, 50],
        [30, 28],
      ],
      who: 'none',
    }),
    area('lock_recompose', 'Focus in the middle, hold, turn: near and wide open the plane misses the eye.', [[50, 50, 9, 13]], {
      way: [
        [66, 50],
        [36, 50],
      ],
      who: 'none',
    }),
  ],
}

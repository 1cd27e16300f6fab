/** Words for the ids of a brief. Setting names come from the server's catalogue. */
import { settingOf } from '@/shared/tables'

const WORDS: Record<string, Record<string, string>> = {
  subject: {
    usual: 'as usual here',
    person: 'people',
    group: 'group',
    animal: 'animal',
    bird: 'bird',
    vehicle: 'vehicle',
    thing: 'thing',
    land: 'land',
    water: 'water',
    stars: 'stars',
    insect: 'insect',
    meteor: 'meteors',
    moon: 'the Moon',
  },
  direction: { still: 'still', across: 'across', towards: 'towards you', erratic: 'any way' },
  support: { handheld: 'in the hand', monopod: 'monopod', rest: 'rest or bean bag', tripod: 'tripod' },
  look: {
    as_seen: 'as seen',
    freeze: 'frozen',
    pan_blur: 'panned streaks',
    blur: 'deliberate blur',
    silhouette: 'silhouette',
    silky_water: 'silky water',
    deep_focus: 'deep',
    shallow: 'shallow',
    shadow_graphic: 'deep blacks',
    star_trails: 'star trails',
    light_trails: 'light trails',
  },
  output: { screen: 'screen', print_a4: 'A4 print', print_a3: 'A3 print', print_60cm: '60 cm print' },
  constraint: {
    silent: 'silent',
    discreet: 'discreet',
    no_flash: 'no flash',
    no_lamp: 'no lamp',
    print_60cm: '60 cm print',
    crowd_behind: 'faces behind',
    foreground_obstacles: 'things in front',
    background_changes: 'background changes',
    plain_sky_background: 'plain sky behind',
    windy: 'windy',
    panorama: 'panorama',
    star_tracker: 'on a tracker',
    unrepeatable: 'happens once',
    moon_not_in_frame: 'Moon not in frame',
    photographer_in_picture: 'photographer in the picture',
  },
  genre: {
    sports: 'Sports',
    wildlife: 'Wildlife',
    street: 'Street',
    landscape: 'Landscape',
    wedding: 'Wedding',
    night_sky: 'Night sky',
    portrait: 'Portrait',
    everyday: 'Everyday',
  },
  tone: { dark: 'dark', mid: 'mid', light: 'light' },
  sky: {
    clear: 'clear',
    haze: 'haze',
    fog: 'fog',
    broken_cloud: 'broken cloud',
    overcast: 'overcast',
    open_shade: 'open shade',
    under_trees: 'under trees',
    window_side: 'beside a window',
  },
  depth: { auto: 'as the case asks', subject: 'the subject', range: 'all from near to far' },
}

export function labelOf(kind: string, id: string): string {
  if (kind === 'setting') return settingOf(id)?.label.toLowerCase() ?? id
  return WORDS[kind]?.[id] ?? id.replaceAll('_', ' ')
}

export function optionsOf<T extends string>(kind: string): { value: T; label: string }[] {
  return Object.entries(WORDS[kind] ?? {}).map(([value, label]) => ({ value: value as T, label }))
}

/** The sky laid out flat: bearings along, heights up, in pixels; what of brightness, land and ways falls where. */
import { computed, type Ref } from 'vue'
import type { PanoramaOut } from '@/api/types'
import { clockText } from '@/shared/format'

export interface Direction {
  bearing: number
  tilt: number
}

const NAMES = ['N', 'NE', 'E', 'SE', 'S', 'SW', 'W', 'NW']
const WHOLE_DEG = 360
const TOP_DEG = 84
const BRIGHT_MAG = 17
const DARK_MAG = 21.9

export const turnedFrom = (azimuth: number, centre: number): number => ((((azimuth - centre) % 360) + 540) % 360) - 180
/** held: where the frame pointed when a hand took it; room: the height above the bearings, in pixels. */
export function useHorizon(
  sky: () => PanoramaOut,
  pointed: () => Direction | null,
  close: () => boolean,
  held: Ref<Direction | null>,
  width: Readonly<Ref<number>>,
  room: Readonly<Ref<number>>,
) {
  /** How wide the frame's outline is: a long lens is looked at closely. */
  const reach = computed(() => {
    const frame = sky().frame
    const looks = pointed()
    if (!frame || !looks) return 60
    return Math.max(...frame.azimuth_deg.map((azimuth) => Math.abs(turnedFrom(azimuth, looks.bearing))), 0.5)
  })
  const span = computed(() => (close() ? Math.min(Math.max(reach.value * 9, 6), WHOLE_DEG) : WHOLE_DEG))
  /** The view stands still while the frame is turned, else it would run away from the pointer. */
  const centre = computed(() => held.value?.bearing ?? (close() ? pointed()?.bearing : undefined) ?? 180)
  const degPerPx = computed(() => span.value / Math.max(width.value, 200))
  const rise = computed(() => (close() ? room.value * degPerPx.value : TOP_DEG + 4))
  const low = computed(() => {
    const looks = held.value ?? pointed()
    return close() && looks ? looks.tilt - rise.value / 2 : -4
  })

  const x = (azimuth: number): number => width.value / 2 + turnedFrom(azimuth, centre.value) / degPerPx.value
  const y = (altitude: number): number => room.value - ((altitude - low.value) / rise.value) * room.value

  /** A line on the sky, broken where it leaves one side and comes back on the other. */
  function way(azimuths: readonly number[], altitudes: readonly number[]): string {
    let d = ''
    azimuths.forEach((azimuth, i) => {
      const jumps = i === 0 || Math.abs(x(azimuth) - x(azimuths[i - 1]!)) > width.value / 2
      d += `${jumps ? 'M' : 'L'}${x(azimuth).toFixed(1)} ${y(altitudes[i]!).toFixed(1)}`
    })
    return d
  }

  const cells = computed(() => {
    const { azimuth_deg: azimuths, altitude_deg: altitudes, magnitude } = sky().glow
    const wide = azimuths[1]! - azimuths[0]!
    const tall = altitudes[1]! - altitudes[0]!
    return altitudes.flatMap((altitude, row) =>
      azimuths
        .slice(0, -1)
        .map((azimuth, column) => {
          const bright = Math.min(Math.max((DARK_MAG - magnitude[row]![column]!) / (DARK_MAG - BRIGHT_MAG), 0), 1)
          const top = row === altitudes.length - 1 ? 91 : altitude + tall / 2
          const at = x(azimuth)
          // Where the circle is cut open, the cell shows at both sides.
          const also = at < wide / degPerPx.value ? [0, 360] : at > width.value - wide / degPerPx.value ? [0, -360] : [0]
          return also.map((by) => ({
            key: `${row}/${column}/${by}`,
            x: at + (by - wide / 2) / degPerPx.value,
            y: y(top),
            width: wide / degPerPx.value + 1,
            height: y(altitude - tall / 2) - y(top) + 1,
            bright,
          }))
        })
        .flat(),
    )
  })

  const landPath = computed(() => {
    const azimuths = sky().glow.azimuth_deg
    const from = centre.value - span.value / 2
    const points: string[] = []
    for (let i = 0; i <= 72; i++) {
      const azimuth = from + (i / 72) * span.value
      const at = (((azimuth % 360) + 360) % 360) / (azimuths[1]! - azimuths[0]!)
      const k = Math.min(Math.floor(at), azimuths.length - 2)
      const stands = sky().horizon_deg[k]! + (sky().horizon_deg[k + 1]! - sky().horizon_deg[k]!) * (at - k)
      points.push(`${((i / 72) * width.value).toFixed(1)} ${Math.min(y(stands), room.value).toFixed(1)}`)
    }
    return `M${points.join('L')}L${width.value} ${room.value}L0 ${room.value}Z`
  })

  const bearings = computed(() => {
    const step = span.value > 200 ? 45 : span.value > 60 ? 15 : span.value > 20 ? 5 : 1
    const found = []
    for (let azimuth = 0; azimuth < 360; azimuth += step) {
      const at = x(azimuth)
      if (at > 8 && at < width.value - 8)
        found.push({ at, label: azimuth % 45 === 0 ? NAMES[azimuth / 45]! : `${azimuth}°`, main: azimuth % 90 === 0 })
    }
    return found
  })
  const heights = computed(() => {
    const step = rise.value > 50 ? 15 : rise.value > 12 ? 5 : 1
    const found = []
    for (let altitude = Math.ceil(low.value / step) * step; altitude < low.value + rise.value; altitude += step)
      if (altitude >= 0) found.push(altitude)
    return found
  })

  const outline = computed(() => {
    const { frame } = sky()
    return frame ? way(frame.azimuth_deg, frame.altitude_deg) : ''
  })

  /** Hour marks along a track, each with its clock. */
  function hourMarks(track: PanoramaOut['tracks'][number]): { x: number; y: number; label: string }[] {
    return track.minutes.flatMap((minute, i) =>
      minute % 120 === 0 && track.altitude_deg[i]! > low.value + 1 && track.altitude_deg[i]! > 0
        ? [{ x: x(track.azimuth_deg[i]!), y: y(track.altitude_deg[i]!), label: clockText(minute) }]
        : [],
    )
  }
  const named = computed(() => sky().stars.filter((star) => star.magnitude < 0.8))

  return { x, y, way, cells, landPath, bearings, heights, outline, named, hourMarks, degPerPx, rise }
}

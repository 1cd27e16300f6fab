/** How this browser writes numbers: with a point and commas, or with a comma and narrow spaces. Apertures stay as lenses are engraved. */
import { useLocalStorage } from '@vueuse/core'

export const decimalMark = useLocalStorage<'.' | ','>('wa-decimals', '.')
const NARROW_SPACE = '\u202f'

/** A number's text as this browser writes numbers. */
export const marked = (text: string): string => (decimalMark.value === ',' ? text.replace('.', ',') : text)

/** To so many decimals. */
export const fixed = (value: number, decimals = 0): string => marked(value.toFixed(decimals))

/** To so many significant figures, without noughts at the end. */
export const significant = (value: number, figures: number): string => marked(String(Number(value.toPrecision(figures))))

/** Whole, with its thousands parted. */
export const grouped = (value: number): string =>
  decimalMark.value === ',' ? Math.round(value).toLocaleString('en').replaceAll(',', NARROW_SPACE) : Math.round(value).toLocaleString('en')

const THOUSANDS = /(?<![\w.,/])\d{1,3}(?:,\d{3})+(?![\d,])/g
const DECIMAL = /(?<![\w.,/:-]|f\/)(\d+)\.(\d+)(?![\w]*\.?\d)/g

/** A sentence with its numbers as this browser writes them; f/2.8, times of day and names of files stay as they are. */
export const inMarks = (sentence: string): string =>
  decimalMark.value === '.' ? sentence : sentence.replace(THOUSANDS, (all) => all.replaceAll(',', NARROW_SPACE)).replace(DECIMAL, '$1,$2')

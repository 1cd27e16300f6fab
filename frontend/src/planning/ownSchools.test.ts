import { describe, expect, it } from 'vitest'
import type { Preferences, SchoolQuestion } from '@/api/types'
import { answered, isAnsweredHere, schoolsWith } from './ownSchools'

const FILE = { id: 'file', default: 'raw' } as SchoolQuestion
const REVIEW = { id: 'review', default: 'by_case' } as SchoolQuestion
const here = (file: string, schools_here: string[] = []): Preferences =>
  ({ schools: { file, review: 'by_case' }, schools_here }) as unknown as Preferences

describe('whose school holds', () => {
  it('is the photographer’s where the situation gives no answer', () => {
    expect(schoolsWith(here('raw'), { file: 'jpeg' }, [FILE, REVIEW])).toMatchObject({ file: 'jpeg', review: 'by_case' })
  })
  it('is the situation’s where it differs from the usual, or says that the usual is meant', () => {
    expect(schoolsWith(here('raw_plus_jpeg'), { file: 'jpeg' }, [FILE]).file).toBe('raw_plus_jpeg')
    expect(schoolsWith(here('raw', ['file']), { file: 'jpeg' }, [FILE]).file).toBe('raw')
    expect(isAnsweredHere(here('raw'), FILE)).toBe(false)
  })
  it('is the usual for a photographer without one', () => {
    expect(schoolsWith(here('raw'), {}, [FILE]).file).toBe('raw')
  })
})

describe('answering here', () => {
  it('says so only where the usual answer would be taken for none', () => {
    expect(answered(here('raw'), FILE, 'raw', { file: 'jpeg' }).schools_here).toEqual(['file'])
    expect(answered(here('raw'), FILE, 'raw', {}).schools_here).toEqual([])
    expect(answered(here('raw'), FILE, 'jpeg', { file: 'jpeg' })).toMatchObject({ schools: { file: 'jpeg' }, schools_here: [] })
  })
  it('can be withdrawn', () => {
    expect(answered(here('jpeg', ['file']), FILE, null, { file: 'raw_plus_jpeg' })).toMatchObject({ schools: { file: 'raw' }, schools_here: [] })
  })
})

/** The places of the application, in the order of a job. */
export const PLACES = [
  { to: '/shoots', label: 'Shoots' },
  { to: '/gear', label: 'Gear' },
  { to: '/setups', label: 'Setups' },
  { to: '/bench', label: 'Bench' },
  { to: '/practice', label: 'Practice' },
  { to: '/atlas', label: 'Atlas' },
]

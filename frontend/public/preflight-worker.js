/* Keeps the page of pre-flights on the device: opened once, it opens again without the network. Its scope is /pre-flight/ alone. */
const STORE = 'wide-aperture-pre-flight'
const SHELL = '/pre-flight/'
const PATIENCE_MS = 3000

/** The page and everything it needs, the page last: what is half there is not taken for whole. */
async function keepShell() {
  const cache = await caches.open(STORE)
  const page = await fetch(SHELL, { cache: 'no-cache' })
  if (!page.ok) throw new Error(`the page answered ${page.status}`)
  const wanted = [...(await page.clone().text()).matchAll(/(?:src|href)="(\/assets\/[^"]+)"/g)].map((found) => found[1])
  const kept = new Set([SHELL])
  while (wanted.length) {
    const address = wanted.pop()
    if (kept.has(address)) continue
    kept.add(address)
    const answer = (await cache.match(address)) ?? (await fetch(address))
    if (!answer.ok) throw new Error(`${address} answered ${answer.status}`)
    if (/\.(css|js)$/.test(address)) wanted.push(...namedIn(await answer.clone().text(), address))
    await cache.put(address, answer.clone())
  }
  await cache.put(SHELL, page)
  for (const request of await cache.keys()) if (!kept.has(new URL(request.url).pathname)) await cache.delete(request)
}

/** Further files that a style or a script names. */
function namedIn(text, address) {
  const found = [...text.matchAll(/url\(["']?([^"')]+)["']?\)|(?:from|import)\s*\(?["'](\.\/[^"']+)["']/g)].map((each) => each[1] ?? each[2])
  return found.filter((each) => !each.startsWith('data:')).map((each) => new URL(each, new URL(address, self.location.origin)).pathname)
}

async function pageFor(request) {
  const cache = await caches.open(STORE)
  const soon = new Promise((_, refuse) => setTimeout(() => refuse(new Error('too slow')), PATIENCE_MS))
  try {
    const answer = await Promise.race([fetch(request), soon])
    if (answer.ok) return answer
  } catch {
    // the network is away: what was kept answers
  }
  return (await cache.match(SHELL)) ?? Response.error()
}

self.addEventListener('install', (event) => event.waitUntil(keepShell().then(() => self.skipWaiting())))
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()))
self.addEventListener('message', (event) => {
  if (event.data === 'renew') event.waitUntil(keepShell().catch(() => undefined))
})
self.addEventListener('fetch', (event) => {
  const { pathname, origin } = new URL(event.request.url)
  if (origin !== self.location.origin || event.request.method !== 'GET') return
  if (event.request.mode === 'navigate' && pathname.startsWith(SHELL)) event.respondWith(pageFor(event.request))
  else if (pathname.startsWith('/assets/')) event.respondWith(caches.match(pathname).then((kept) => kept ?? fetch(event.request)))
})

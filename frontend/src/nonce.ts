/**
 * Gives every <style> element made at run time the page's nonce, so that the content policy lets it in.
 * Must be imported before anything that makes styles.
 */
const nonce = document.querySelector<HTMLMetaElement>('meta[property="csp-nonce"]')?.nonce ?? ''
const createElement = document.createElement.bind(document)

document.createElement = ((tag: string, options?: ElementCreationOptions) => {
  const element = createElement(tag, options)
  if (tag.toLowerCase() === 'style') element.setAttribute('nonce', nonce)
  return element
}) as typeof document.createElement

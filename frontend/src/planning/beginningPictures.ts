/** The small pictures of the guided brief, drawn by scripts/begin_pictures.py: a beginning in a light, or at a distance by its number. */
const found = import.meta.glob<string>('./beginnings/*.jpg', { eager: true, query: '?url', import: 'default' })

export const beginningPicture = (beginning: string, choice: string | number): string | undefined => found[`./beginnings/${beginning}-${choice}.jpg`]

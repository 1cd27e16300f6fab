/** A new document id, made here. crypto.randomUUID needs a secure context, which 127.0.0.1 is. */
export const newId = (): string => crypto.randomUUID()

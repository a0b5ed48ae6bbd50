/** A file that goes out. */
export interface Exported {
  readonly bytes: Uint8Array
  readonly type: string
  readonly name: string
}

export const CSV = 'text/csv; charset=utf-8'

/** A name as part of a file's name. */
export const slug = (name: string): string =>
  name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '') || 'part'

export const textFile = (name: string, type: string, text: string): Exported => ({
  bytes: new TextEncoder().encode(text),
  type,
  name,
})

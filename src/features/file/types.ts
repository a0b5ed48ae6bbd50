export interface Way3 {
  readonly x: number
  readonly y: number
  readonly z: number
}

/** How a part is to lie: the way out of its base, and out of its front, in the axes of its file. */
export interface Lie {
  readonly base: Way3
  readonly front: Way3
}

/** How a body of a file is to become a part. */
export interface Choice {
  readonly body: number
  readonly name: string
  readonly times?: number | undefined
  readonly lie?: Lie | 'flattest' | undefined
  readonly thicknessMm?: number | undefined
  readonly layer?: string | undefined
}

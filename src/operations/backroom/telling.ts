/** Who is told how far the task of this worker is; a worker does one task at a time. */
let listener: ((stage: string, share: number) => void) | undefined

export const tellTo = (to: (stage: string, share: number) => void): void => {
  listener = to
}

/** Says how far a task is: what is done just now, and which share of the whole, 0 to 1. */
export const tell = (stage: string, share: number): void => listener?.(stage, share)

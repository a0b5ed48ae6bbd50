export function backUp(url: string, file: string): void
export function restore(url: string, file: string): void
export function checksums(url: string): Record<string, string>

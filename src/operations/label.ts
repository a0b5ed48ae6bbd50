import QRCode from 'qrcode'

/** What a request says of where the page was asked for. */
interface Asked {
  get(header: string): string | null
}

/** The address that the label of a fixture leads to: where the label itself was asked for. */
export function labelAddress(asked: Asked, fixture: string): string {
  const host = asked.get('host') ?? '127.0.0.1'
  const scheme = asked.get('x-forwarded-proto') === 'https' ? 'https' : 'http'
  return `${scheme}://${host}/fixtures/${fixture}`
}

/** The code of an address as SVG, with two modules of quiet around it. */
export const labelCode = (address: string): Promise<string> =>
  QRCode.toString(address, { type: 'svg', errorCorrectionLevel: 'M', margin: 2 })

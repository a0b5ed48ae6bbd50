import jsQR from 'jsqr'
import QRCode from 'qrcode'
import { expect, it } from 'vitest'

/** Draws a code as a camera would see it: 4 pixels a module, black on white. */
function pixels(text: string): { data: Uint8ClampedArray; side: number } {
  const { modules } = QRCode.create(text, { errorCorrectionLevel: 'M' })
  const [scale, quiet] = [4, 4]
  const side = (modules.size + 2 * quiet) * scale
  const data = new Uint8ClampedArray(side * side * 4).fill(255)
  for (let y = 0; y < side; y++)
    for (let x = 0; x < side; x++) {
      const [column, row] = [Math.floor(x / scale) - quiet, Math.floor(y / scale) - quiet]
      const inside = column >= 0 && row >= 0 && column < modules.size && row < modules.size
      if (inside && modules.get(row, column))
        data.fill(0, (y * side + x) * 4, (y * side + x) * 4 + 3)
    }
  return { data, side }
}

it('the code of a label, read by an independent reader, is the address of its fixture', () => {
  const address = 'http://192.168.178.20:4310/fixtures/aB3_dE6-gH'
  const { data, side } = pixels(address)
  expect(jsQR(data, side, side)?.data).toBe(address)
})

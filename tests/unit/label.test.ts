import jsQR from 'jsqr'
import { expect, it } from 'vitest'
import { labelAddress, labelCode } from '@/operations/label'

const asked = (headers: Record<string, string>) => ({
  get: (name: string) => headers[name] ?? null,
})

/** Fills the dark strokes of a label's SVG as a camera would see them: 4 pixels a module. */
function pixels(svg: string): { data: Uint8ClampedArray; side: number } {
  const modules = Number(/viewBox="0 0 (\d+)/.exec(svg)?.[1])
  const scale = 4
  const side = modules * scale
  const data = new Uint8ClampedArray(side * side * 4).fill(255)
  const path = /<path stroke="#000000" d="([^"]+)"/.exec(svg)?.[1] ?? ''
  let [x, y] = [0, 0]
  for (const [, command, first, second] of path.matchAll(
    /([Mmh])(-?[\d.]+)(?:[ ,]?(-?[\d.]+))?/g,
  )) {
    if (command === 'M') [x, y] = [Number(first), Number(second)]
    else if (command === 'm') [x, y] = [x + Number(first), y + Number(second)]
    else {
      for (let px = x * scale; px < (x + Number(first)) * scale; px++)
        for (let py = Math.floor(y) * scale; py < (Math.floor(y) + 1) * scale; py++)
          data.fill(0, (py * side + px) * 4, (py * side + px) * 4 + 3)
      x += Number(first)
    }
  }
  return { data, side }
}

it('the code of a label, read by an independent reader, is the address of its fixture', async () => {
  const address = labelAddress(asked({ host: '192.168.178.20:4310' }), 'aB3_dE6-gH')
  expect(address).toBe('http://192.168.178.20:4310/fixtures/aB3_dE6-gH')
  const { data, side } = pixels(await labelCode(address))
  expect(jsQR(data, side, side)?.data).toBe(address)
})

it('a proxy that ends TLS is believed, another word is not', () => {
  const host = 'mill.shop'
  expect(labelAddress(asked({ host, 'x-forwarded-proto': 'https' }), 'x')).toMatch(/^https:/)
  expect(labelAddress(asked({ host, 'x-forwarded-proto': 'javascript' }), 'x')).toMatch(/^http:/)
})

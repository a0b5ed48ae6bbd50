import { chromium } from '@playwright/test'
const [, , url, out, w = '1280', h = '800', actions = '[]'] = process.argv
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] })
const p = await b.newPage({ viewport: { width: +w, height: +h } })
p.on('pageerror', (e) => console.log('PAGEERROR', e.message))
p.on('console', (m) => m.type() === 'error' && console.log('CONSOLE', m.text().slice(0, 300)))
await p.goto(url, { waitUntil: 'networkidle' })
for (const a of JSON.parse(actions)) {
  if (a.click) await p.click(a.click)
  if (a.text) await p.getByText(a.text).first().click()
  if (a.button) await p.getByRole('button', { name: a.button }).first().click()
  if (a.wait) await p.waitForTimeout(a.wait)
  if (a.waitFor) await p.waitForSelector(a.waitFor)
  if (a.key) await p.keyboard.press(a.key)
  if (a.fill) await p.getByLabel(a.fill).first().fill(a.value), await p.keyboard.press('Tab')
  if (a.select) await p.getByLabel(a.select).first().selectOption(a.value)
  if (a.url) await p.goto(a.url, { waitUntil: 'networkidle' })
  if (a.print) console.log(await p.locator(a.print).allInnerTexts())
  if (a.shot) await p.screenshot({ path: a.shot })
}
await p.screenshot({ path: out })
await b.close()

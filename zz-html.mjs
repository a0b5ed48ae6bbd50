import { chromium } from '@playwright/test'
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] })
const p = await b.newPage({ viewport: { width: 2240, height: 580 } })
const fs = await import('node:fs')
await p.setContent('<div style="display:flex;gap:4px">' + process.argv.slice(3).map(f => `<div style="width:738px">${fs.readFileSync(f,'utf8')}</div>`).join('') + '</div>')
await p.screenshot({ path: process.argv[2] }); await b.close()

import { chromium } from 'playwright-core'
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] })
const [path, png, size = '1280x800', ...acts] = process.argv.slice(2)
const [w, h] = size!.split('x').map(Number)
const p = await b.newPage({ viewport: { width: w!, height: h! } })
p.on('pageerror', e => console.log('ERR', e.message))
await p.goto('http://localhost:4300' + path)
await p.waitForTimeout(3500)
for (const a of acts) {
  const i = a.indexOf(':')
  const k = a.slice(0, i),
    v = a.slice(i + 1)
  if (k === 'click') await p.getByText(v, { exact: false }).first().click()
  if (k === 'button') await p.getByRole('button', { name: v }).first().click()
  if (k === 'fill') {
    const [l, t] = v.split('=')
    await p.getByLabel(l!).first().fill(t!)
    await p.getByLabel(l!).first().press('Enter')
  }
  if (k === 'wait') await p.waitForTimeout(Number(v))
  if (k === 'scroll') await p.getByText(v, { exact: false }).first().scrollIntoViewIfNeeded()
  await p.waitForTimeout(300)
}
await p.waitForTimeout(500)
await p.screenshot({ path: png! })
await b.close()

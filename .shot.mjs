import { chromium } from '@playwright/test'
const [, , script] = process.argv
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync'] })
const page = await b.newPage({ viewport: { width: 1280, height: 800 } })
const base = process.env.BASE ?? 'http://127.0.0.1:4555'
page.on('console', (m) => { if (m.type() === 'error') console.log('console:', m.text()) })
page.on('pageerror', (e) => console.log('pageerror:', e.message))
const shot = (n) => page.screenshot({ path: `/tmp/shots/${n}.png` })
const lessons = await (await fetch(base + '/api/lessons')).json()
const demo = lessons.find((l) => l.name === 'Lend out a tool').id
const open = async (id = demo) => { await page.goto(`${base}/lessons/${id}`); await page.waitForSelector('main[data-ready=true]'); await page.waitForSelector('canvas[data-frame]'); await page.waitForTimeout(800) }
const go = async (f) => { await page.getByTestId('timecode').fill(`${f}f`); await page.getByTestId('timecode').press('Enter'); await page.waitForTimeout(700) }
await (await import(script)).default({ page, base, shot, open, go, demo, lessons })
await b.close()

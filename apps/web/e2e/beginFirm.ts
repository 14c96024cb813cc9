import { execFileSync } from 'node:child_process'
import type { Page } from '@playwright/test'
import { program } from '../../../scripts/lib/run.mjs'

/** What the operator’s command prints: the address of a page that begins a firm. */
export function firmLink(parallelIndex: number): string {
  const world = (JSON.parse(process.env.WORLDS ?? '[]') as { ownerUrl: string }[])[parallelIndex]!
  const secret = execFileSync(process.execPath, program('src/commands/firmLink.ts'), {
    encoding: 'utf8',
    env: { ...process.env, DATABASE_URL: world.ownerUrl },
  }).trim()
  return `/begin/${secret}`
}

/** A firm of its own, with its lead signed in. */
export async function beginFirm(page: Page, parallelIndex: number, at: string): Promise<{ email: string; password: string }> {
  const email = `lead-${Math.random().toString(36).slice(2, 8)}@fellbank.example`
  const password = 'a lamp in the dark'
  await page.goto(`${at}${firmLink(parallelIndex)}`)
  await page.getByLabel('Name of the firm').fill('Fellbank Heating')
  await page.getByLabel('Your name').fill('Dana Whitlow')
  await page.getByLabel('Email').fill(email)
  // Where passkeys work one is offered first.
  const byPassword = page.getByRole('radio', { name: 'Password' })
  if (at.includes('localhost')) await byPassword.click()
  for (const name of ['Password', 'Repeat password']) await page.getByLabel(name, { exact: true }).fill(password)
  await page.getByRole('button', { name: 'Begin' }).click()
  await page.waitForURL('**/today')
  return { email, password }
}

import { test as plain } from '@playwright/test'

export { expect, type Locator, type Page } from '@playwright/test'

/** How long a page may take to wake before a story goes on anyway, ms. */
const AWAKE_MS = 5_000

/** As of the library, with pages that are awake when they are there: on a busy machine a story would press what nobody hears yet. */
export const test = plain.extend({
  page: async ({ page }, play) => {
    const goto = page.goto.bind(page)
    page.goto = async (...where) => {
      const response = await goto(...where)
      await page
        .waitForFunction(
          () => [...document.querySelectorAll('button')].every((b) => Object.keys(b).some((key) => key.startsWith('__reactProps'))),
          null,
          { timeout: AWAKE_MS },
        )
        .catch(() => undefined)
      return response
    }
    await play(page)
  },
})

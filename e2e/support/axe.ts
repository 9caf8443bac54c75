import { AxeBuilder } from '@axe-core/playwright';
import type { Page } from '@playwright/test';

/** In the colours of a theme, once they have all faded over. */
export async function inColours(page: Page, theme: string): Promise<void> {
  await page.evaluate(async (wanted) => {
    document.documentElement.dataset['theme'] = wanted;
    await new Promise(requestAnimationFrame);
    await Promise.allSettled(document.getAnimations().map(({ finished }) => finished));
  }, theme);
}

/** What keeps somebody out, seriously or altogether. */
export async function grave(page: Page, rules?: string[]): Promise<string[]> {
  const axe = rules ? new AxeBuilder({ page }).withRules(rules) : new AxeBuilder({ page });
  const { violations } = await axe.analyze();
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .map(({ id, nodes }) => `${id}: ${nodes[0]?.html ?? ''}`);
}

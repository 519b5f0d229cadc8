import { onAir } from './e2e/on-air';
import { VIEWERS } from './e2e/world';

async function main(): Promise<void> {
  const { world, page, act } = await onAir('kiln.look', { live: true });
  page.on('pageerror', (e) => console.log('ERR', e.message));
  page.on('console', (m) => { if (m.type() === 'error') console.log('CON', m.text().slice(0, 300)); });
  try {
    await act({ act: 'gift', user: VIEWERS.hana, gift: 'slip-splash' });
    await page.goto('/stage');
    await page.waitForTimeout(1500);
    await page.screenshot({ path: '/tmp/l1.png' });
    for (const kind of ['Camera', 'Chat column', 'Words']) {
      await page.getByRole('button', { name: 'Add a piece' }).tap();
      await page.getByRole('button', { name: `Add ${kind}`, exact: true }).tap();
      await page.waitForTimeout(300);
    }
    await act({ act: 'chat', user: VIEWERS.layla, text: 'هذا جميل جدا' });
    await act({ act: 'chat', user: VIEWERS.ines, text: 'what clay is that? it looks like porcelain 🏺' });
    await page.waitForTimeout(1200);
    await page.screenshot({ path: '/tmp/l2.png' });
    await page.getByRole('button', { name: 'Let go of the piece' }).dispatchEvent('click');
    await page.waitForTimeout(800);
    await page.screenshot({ path: '/tmp/l3.png' });
    await page.getByRole('button', { name: /^Findings/ }).tap().catch((e: Error) => console.log(e.message.slice(0, 200)));
    await page.waitForTimeout(400);
    await page.screenshot({ path: '/tmp/l4.png' });
    await page.getByRole('button', { name: 'Arrange for me' }).tap().catch((e: Error) => console.log(e.message.slice(0, 200)));
    await page.waitForTimeout(2500);
    await page.screenshot({ path: '/tmp/l5.png' });
  } finally {
    await world.close();
  }
}
void main();

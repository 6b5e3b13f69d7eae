import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { photoOf } from '../test/photo';
import { go, isWide, openDemo, phone } from './steps';
import launch from '../scripts/chromium.json';

const film = join(tmpdir(), `fern-camera-${process.pid}.y4m`);

/** A film of a label that lies still, as a raw video: https://wiki.multimedia.cx/index.php/YUV4MPEG2 */
test.beforeAll(async () => {
  const { grey, width, height } = await photoOf('EAN-13', '2000000000084', {
    width: 640,
    height: 480,
    degrees: 3,
    grain: 0.05,
  });
  const chroma = Buffer.alloc((width * height) / 2, 128);
  const frame = Buffer.concat([Buffer.from('FRAME\n'), Buffer.from(grey), chroma]);
  writeFileSync(
    film,
    Buffer.concat([Buffer.from(`YUV4MPEG2 W${width} H${height} F10:1 Ip A1:1 C420mpeg2\n`), frame, frame, frame]),
  );
});

test.use({
  permissions: ['camera'],
  launchOptions: {
    ...launch,
    args: [
      ...launch.args,
      '--use-fake-ui-for-media-stream',
      '--use-fake-device-for-media-stream',
      `--use-file-for-fake-video-capture=${film}`,
    ],
  },
});

test('the camera’s picture is looked at until a code comes, and the code counts once while it stays', async ({
  page,
}) => {
  await openDemo(page);
  if (!isWide(page)) await go(page, 'Run');
  await phone(page).getByRole('link', { name: 'Stock-take', exact: true }).click();
  await phone(page).getByRole('button', { name: 'Scan with the camera' }).click();
  await expect(phone(page).getByText('Garment · 2000000000084')).toBeVisible();
  await page.waitForTimeout(1500);
  await expect(phone(page).getByRole('heading', { name: '1 scanned', exact: true })).toBeVisible();
  await phone(page).getByRole('button', { name: 'Put the camera away' }).click();
  await expect(phone(page).getByLabel('What the camera sees')).toBeHidden();
});

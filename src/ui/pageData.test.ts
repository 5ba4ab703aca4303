import { expect, it } from 'vitest';
import { scriptText } from './pageData.ts';

it('What people typed stays text in a page’s data, and comes back as it was typed', () => {
  const runs = [{ note: '</script><script>alert(1)</script><!-- “½” & \u2028' }];
  const text = scriptText(runs);
  expect(text).not.toContain('<');
  expect(JSON.parse(text)).toEqual(runs);
});

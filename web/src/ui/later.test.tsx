// @vitest-environment happy-dom
import { act, cleanup, render } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { Later, useIsPainted } from './Later.tsx';

afterEach(cleanup);
const drawings: string[] = [];
function Sheet({ already }: { already?: boolean }) {
  drawings.push(useIsPainted(already) ? 'whole' : 'first');
  return null;
}

describe('what is drawn after the first painting', () => {
  it('is left out once, and then there for good, also where it stands in something that comes later itself', async () => {
    const { container } = render(
      <p>
        first
        <Later>
          , later<Later>, and what lies in it</Later>
        </Later>
      </p>,
    );
    await act(async () => {});
    expect(container.textContent).toBe('first, later, and what lies in it');
  });
  it('a part of the sheet comes first, the whole right after', async () => {
    drawings.length = 0;
    render(<Sheet />);
    await act(async () => {});
    expect(drawings).toEqual(['first', 'whole']);
  });
  it('what leaves nothing out is drawn once only', async () => {
    drawings.length = 0;
    render(<Sheet already />);
    await act(async () => {});
    expect(drawings).toEqual(['whole']);
  });
});

import { afterEach, expect, it, vi } from 'vitest';
import { byItself } from './fetch-soon';

const line = (there: boolean) => vi.spyOn(navigator, 'onLine', 'get').mockReturnValue(there);
const soon = () => new Promise((resolve) => setTimeout(resolve));
afterEach(() => vi.restoreAllMocks());

it('comes as soon as there is a line, and nobody is told that it did not', async () => {
	line(false);
	const fetched = vi.fn().mockRejectedValueOnce(new Error('cut')).mockResolvedValue('here');
	const coming = byItself(fetched);
	await soon();
	expect(fetched).not.toHaveBeenCalled();
	line(true);
	dispatchEvent(new Event('online'));
	await soon();
	dispatchEvent(new Event('online'));
	expect(await coming).toBe('here');
	expect(fetched).toHaveBeenCalledTimes(2);
});

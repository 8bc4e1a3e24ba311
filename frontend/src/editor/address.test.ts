import { expect, it } from 'vitest';
import { addressOf } from './address';

it.each([
	['example.org', 'https://example.org'],
	[' example.org/tides?x=1 ', 'https://example.org/tides?x=1'],
	['example.org:8080/x', 'https://example.org:8080/x'],
	['http://example.org', 'http://example.org'],
	['ada@example.org', 'mailto:ada@example.org'],
	['mailto:ada@example.org', 'mailto:ada@example.org'],
	['/page/7', '/page/7'],
	['//elsewhere.example', ''],
	['javascript:alert(1)', ''],
	['JAVASCRIPT:alert(1)', ''],
	['data:text/html,x', ''],
	['file:///etc/passwd', ''],
	['two words', ''],
	['tides', ''],
	['', '']
])('%j is %j', (typed, address) => expect(addressOf(typed)).toBe(address));

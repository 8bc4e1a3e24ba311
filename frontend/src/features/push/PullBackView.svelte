<!-- Before pulling back: who has the page, who has opened it, and who has written how much on it. -->
<script lang="ts">
	import { onMount } from 'svelte';
	import { route } from '../../router';
	import { lookUp } from '../../ui/opened.svelte';
	import { count } from '../../ui/words';
	import Before from './Before.svelte';
	import { concerned } from './outcomes';
	import { PullBackState } from './push.svelte';
	import WrittenChoice from './WrittenChoice.svelte';

	const pull = new PullBackState(Number((route.params as { master: string }).master));
	const after = Number(new URLSearchParams(location.search).get('after'));

	onMount(() => lookUp(() => (after ? pull.loadAfter(after) : pull.load())));

	const ready = $derived({
		button: `${pull.written === 'cut' ? 'Cut loose for' : 'Pull back from'} ${count(concerned(pull.plan?.rows ?? []), 'student')}`,
		beside: 'Nothing has happened yet. Afterwards you can undo it, and every word is where it was.'
	});
	const idle = { button: 'Nothing to pull back', beside: 'Nobody here has it.' };

	function wordsOf(page: number, notebook: number): string {
		const words = pull.words.get(`${page}-${notebook}`);
		return words === undefined ? '' : count(words, 'word');
	}
</script>

<Before push={pull} verb="Pull back" {ready} {idle} notes={wordsOf}>
	now. Where a student has written, the page <WrittenChoice
		written={pull.written}
		onchoose={(written) => pull.decide(written)}
	/>
</Before>

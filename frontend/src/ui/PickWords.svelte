<!-- The words of a choice, marked as one. -->
<script lang="ts">
	import type { PickProps } from './pick';

	let { words, light = false, after = '' }: PickProps = $props();
</script>

<span
	class={light
		? 'border-b border-dotted border-line-strong font-medium'
		: 'border-b-2 border-accent font-semibold'}>{words}</span
>{after}

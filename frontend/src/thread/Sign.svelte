<!-- The few signs of the thread, drawn by us. A sign always stands beside its word. -->
<script lang="ts">
	import { SIGNS, type SignName } from './signs';

	interface Props {
		name: SignName;
		color?: 'thread' | 'pencil' | 'soft';
		class?: string;
		stretch?: boolean;
	}
	let { name, color = 'thread', class: more = '', stretch = false }: Props = $props();
	const inks = { thread: 'text-thread', pencil: 'text-pencil', soft: 'text-soft' };
</script>

<svg
	viewBox="0 0 24 24"
	preserveAspectRatio={stretch ? 'none' : undefined}
	class="fill-none stroke-current stroke-[1.75] {inks[color]} {more}"
	stroke-linecap="round"
	stroke-linejoin="round"
	aria-hidden="true"
>
	{#each SIGNS[name] as path (path)}<path d={path} vector-effect="non-scaling-stroke" />{/each}
</svg>

<script lang="ts">
	import X from '@lucide/svelte/icons/x';
	import { toasts } from './toasts.svelte';
</script>

<div
	class="no-print pointer-events-none fixed inset-x-0 bottom-18 z-50 flex flex-col items-center gap-2 px-4"
	role="status"
	aria-live="polite"
>
	{#each toasts.shown as toast (toast.id)}
		<div
			class="pointer-events-auto flex max-w-xl items-center gap-4 rounded-md bg-ink px-4 py-2.5 text-paper shadow-lg"
		>
			<p>
				{toast.words}
				{#if toast.hint}<span class="opacity-80">{toast.hint}</span>{/if}
			</p>
			{#if toast.undo}
				<button class="font-semibold underline underline-offset-4" onclick={() => toasts.undo(toast)}>
					Undo
				</button>
			{/if}
			<button aria-label="Close" class="opacity-70 hover:opacity-100" onclick={() => toasts.close(toast.id)}>
				<X size={16} />
			</button>
		</div>
	{/each}
</div>

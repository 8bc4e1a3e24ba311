<!-- Who is in the class, above the cloth: names aslant, or initials where they are many. -->
<script lang="ts">
	import type { ReachState } from './reach.svelte';

	let { students }: { students: ReachState['students'] } = $props();
	const many = $derived(students.length > 34);
	const initials = (name: string) =>
		name
			.split(' ')
			.map((part) => part[0])
			.join('')
			.slice(0, 2);
</script>

<thead class="sticky top-0 z-20 bg-paper">
	<tr>
		<th class="sticky left-0 z-20 min-w-44 bg-paper sm:min-w-60"><span class="sr-only">Page</span></th>
		{#each students as student (student.id)}
			<th scope="col" class="w-[26px] p-0 align-bottom font-normal">
				{#if many}
					<span class="block pb-1 text-center text-[0.6875rem]" title={student.name}
						>{initials(student.name)}</span
					>
				{:else}
					<span class="relative block h-28 w-[26px]">
						<span
							class="absolute bottom-1 left-4 origin-bottom-left -rotate-58 text-[0.75rem] whitespace-nowrap"
							>{student.name}</span
						>
					</span>
				{/if}
			</th>
		{/each}
		<td class="w-24"></td>
	</tr>
</thead>

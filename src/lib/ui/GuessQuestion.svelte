<script lang="ts">
	import { Button, Modal } from 'flowbite-svelte';
	import { page } from '$app/state';
	import { preferences } from '../client/preferences.svelte';
	import type { Guess } from '../core/cutting';
	import { formatLength, withUnits } from '../core/units';

	/** Asked before a file is made by which wood is cut: the guesses that it hangs on. */
	let { guesses, parts, onyes, onno }: { guesses: readonly Guess[]; parts: number; onyes: () => void; onno: () => void } = $props();

	const NAMED = 8;
</script>

<Modal open title="Some of these sizes are only guessed" onclose={onno}>
	<p>
		{parts === 1 ? 'One kind of part hangs' : `${parts} kinds of part hang`} on sizes of the vehicle that nobody measured yet. Measure these first,
		and the parts come out right:
	</p>
	<ul>
		{#each guesses.slice(0, NAMED) as guess (guess.path.join('.'))}
			<li>
				{withUnits(guess.label, preferences.units)}
				<span class="quiet">changes parts by up to {formatLength(guess.effect, preferences.units)}</span>
			</li>
		{/each}
		{#if guesses.length > NAMED}<li class="quiet">and {guesses.length - NAMED} more</li>{/if}
	</ul>
	<p class="quiet">On paper such parts are marked GUESS.</p>
	{#snippet footer()}
		<Button color="primary" href="/plans/{page.params.id}/interior">Measure first</Button>
		<Button color="alternative" onclick={onyes}>Make the file all the same</Button>
	{/snippet}
</Modal>

<style>
	ul {
		color: var(--ink);
		list-style: disc;
		padding-left: 20px;
		line-height: 1.5;
	}
</style>

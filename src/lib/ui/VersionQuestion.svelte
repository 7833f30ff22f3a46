<script lang="ts">
	import { Button, Modal, Radio } from 'flowbite-svelte';
	import type { PlanSession } from '../client/session.svelte';
	import type { Question } from '../client/sync/saving.svelte';
	import { preferences } from '../client/preferences.svelte';
	import type { Plan } from '../core/plan';
	import { placeWords, valueWords } from './place-words';

	let { session, question }: { session: PlanSession; question: Question<Plan> } = $props();

	type Side = 'mine' | 'theirs';
	let chosen: Record<string, Side> = $state({});
	let busy = $state(false);
	const keyOf = (path: readonly string[]) => path.join('\u0000');
	const sideOf = (path: readonly string[]): Side => chosen[keyOf(path)] ?? 'mine';

	async function settle(whole: Side, choose: (path: readonly string[]) => Side) {
		busy = true;
		await session.saving.settle(choose, whole);
		busy = false;
	}
	const place = (path: readonly string[]) => {
		const here = placeWords(session.plan, path);
		return here === '' ? 'The plan' : here;
	};
</script>

{#if question.kind === 'put back'}
	<Modal open title="The plan was put back" dismissable={false}>
		<p>
			What the server has now is not what this window last saved: it was put back from a backup, it seems. Nothing is lost either way: the
			version you do not take becomes a plan of its own.
		</p>
		<Button color="primary" disabled={busy} onclick={() => settle('theirs', () => 'theirs')}>Take what the server has now</Button>
		<Button color="alternative" disabled={busy} onclick={() => settle('mine', () => 'mine')}>Keep what I see here</Button>
	</Modal>
{:else}
	<Modal open title="Two windows changed the same thing" dismissable={false}>
		{#if question.conflicts.length > 0}
			<p>Everything else of both windows stays. Say what is right of these:</p>
			<div class="places">
				{#each question.conflicts as { path, mine, theirs } (keyOf(path))}
					<fieldset>
						<legend>{place(path)}</legend>
						<Radio name={keyOf(path)} value="mine" group={sideOf(path)} onchange={() => (chosen[keyOf(path)] = 'mine')}>
							<span class="figures">{valueWords(session.plan, path, mine, preferences.units)}</span>&nbsp;here
						</Radio>
						<Radio name={keyOf(path)} value="theirs" group={sideOf(path)} onchange={() => (chosen[keyOf(path)] = 'theirs')}>
							<span class="figures">{valueWords(question.theirs, path, theirs, preferences.units)}</span>&nbsp;in the other window
						</Radio>
					</fieldset>
				{/each}
			</div>
		{/if}
		{#if question.misfits.length > 0}
			<p>
				What was changed here does not go together with the other window’s changes:
				{[...new Set(question.misfits.map(({ path }) => place(path)))].slice(0, 5).join(', ')}{question.misfits.length > 5 ? ' …' : ''}. The
				version you do not keep becomes a plan of its own.
			</p>
			<Button color="primary" disabled={busy} onclick={() => settle('theirs', sideOf)}>Do without my changes that do not fit</Button>
			<Button color="alternative" disabled={busy} onclick={() => settle('mine', sideOf)}>Do without theirs that do not fit</Button>
		{:else}
			<Button color="primary" disabled={busy} onclick={() => settle('theirs', sideOf)}>Take what is marked</Button>
			<Button color="alternative" disabled={busy} onclick={() => settle('mine', () => 'mine')}>All as I see it here</Button>
			<Button color="alternative" disabled={busy} onclick={() => settle('theirs', () => 'theirs')}>All as in the other window</Button>
		{/if}
		{#if session.notice}<p role="alert">{session.notice}</p>{/if}
	</Modal>
{/if}

<style>
	.places {
		max-height: 45vh;
		overflow-y: auto;
		display: grid;
		gap: 10px;
	}
	fieldset {
		border: 1px solid var(--rule);
		border-radius: 6px;
		padding: 6px 12px 10px;
		display: grid;
		gap: 6px;
	}
	legend {
		font-weight: 650;
		padding: 0 4px;
	}
</style>

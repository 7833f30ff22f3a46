<script lang="ts">
	import { Answer } from '../client/answer.svelte';
	import type { Reach } from '../core/moves';
	import { useWorkbench } from './context';

	interface Props {
		/** The mode that is asked about. */
		modeId: string;
	}
	let { modeId }: Props = $props();
	const workbench = useWorkbench();
	const { session } = workbench;
	const plan = $derived(session.plan);

	const answer = new Answer<Reach[]>();
	$effect(() => {
		if (!workbench.derived || !Object.hasOwn(plan.modes, modeId)) return;
		answer.clear();
		void answer.wait(workbench.derived.reach(plan, modeId));
	});

	const WORDS = { free: 'At once', moves: 'After moves', blocked: 'Blocked' } as const;
	const how = ({ status, actions, lifted, by }: Reach) => {
		if (status === 'blocked') return by ? `In the way: ${by}.` : 'Nothing that the pieces can do leads there.';
		const steps = [
			...actions.flatMap(({ steps }) => steps.map(({ words }) => words)),
			...lifted.map((name) => `Lift off: ${name.toLowerCase()}`)
		];
		return steps.join('. ');
	};
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<div class="reach" tabindex="0" role="group" aria-label="What is in reach">
	{#if answer.failure}
		<p role="alert" class="bad">It could not be worked out: {answer.failure}</p>
	{:else if !answer.value}
		<p class="quiet" role="status">Trying what can be reached …</p>
	{:else if answer.value.length === 0}
		<p class="quiet">
			Nothing in this plan opens, and the vehicle has no space to keep clear. Spare wheel, fuses and vents are told in Interior, under what
			else the vehicle has.
		</p>
	{:else}
		<ul>
			{#each answer.value as one, i (i)}
				<li class={one.status}>
					<span class="head">
						<strong>{one.kind === 'door' ? `${one.name} opens` : one.name}</strong>
						<span class="status">{WORDS[one.status]}{one.status === 'moves' ? `, ${one.seconds} s` : ''}</span>
					</span>
					{#if how(one)}<span class="quiet">{how(one)}</span>{/if}
					{#if one.kind === 'zone' && !one.asked}<span class="quiet">Its rule does not ask for it in this mode.</span>{/if}
				</li>
			{/each}
		</ul>
	{/if}
</div>

<style>
	.reach {
		overflow-y: auto;
		min-height: 0;
		flex: 1;
		font-size: 13px;
	}
	li {
		display: flex;
		flex-direction: column;
		gap: 2px;
		padding: 6px 8px;
		margin-bottom: 6px;
		border-left: 3px solid var(--rule);
	}
	.head {
		display: flex;
		justify-content: space-between;
		gap: 8px;
	}
	.status {
		white-space: nowrap;
	}
	.free {
		border-left-color: var(--clear);
	}
	.free .status {
		color: var(--clear);
	}
	.blocked {
		border-left-color: var(--clash);
	}
	.blocked .status,
	.bad {
		color: var(--clash);
	}
</style>

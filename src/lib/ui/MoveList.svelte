<script lang="ts">
	import { preferences } from '../client/preferences.svelte';
	import { timelineOf, type Conversion } from '../core/moves';
	import { formatMass } from '../core/units';

	interface Props {
		found: Conversion & { ok: true };
		/** Seconds from the start; the step that belongs to it is marked. */
		at: number;
		/** Names of the two modes, for the printed card. */
		title: string;
	}
	let { found, at = $bindable(), title }: Props = $props();

	const moments = $derived(timelineOf(found.actions));
	const now = $derived(moments.findLast(({ start }) => start <= at + 0.001) ?? moments[0]);
	const startOf = (action: number, step = 0) => moments.find((one) => one.action === action && one.step === step)?.start ?? 0;
	/** Heavier than this, and one person should not lift it alone out of a vehicle, kg; our own figure. */
	const HEAVY = 15;
</script>

<h2 class="card-title">{title}</h2>
<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<ol class="list" tabindex="0" aria-label="In this order">
	{#each found.actions as action, i (i)}
		<li class:now={now?.action === i}>
			<button type="button" onclick={() => (at = startOf(i))}>
				<strong>{action.name}</strong>
				<span class="figures quiet">{action.seconds} s</span>
			</button>
			<ul>
				{#each action.steps as step, k (k)}
					<li class:doing={now?.action === i && now.step === k}>
						<button type="button" onclick={() => (at = startOf(i, k))}
							>{step.words}{step.hands === 2 ? ' (two people)' : ''}{step.tool ? `, with a ${step.tool}` : ''}</button
						>
					</li>
				{/each}
			</ul>
			{#if action.lift >= 1}
				<p class="quiet">
					Lifts <span class="figures">{formatMass(action.lift, preferences.units)}</span> at most{action.lift > HEAVY
						? ': heavy for one person'
						: ''}
				</p>
			{/if}
			{#if action.loose.length > 0}<p class="quiet">
					Loose meanwhile: {action.loose.map(({ name, where }) => `${name.toLowerCase()}, ${where}`).join('; ')}
				</p>{/if}
		</li>
	{/each}
</ol>

<style>
	.card-title {
		display: none;
	}
	.list {
		overflow-y: auto;
		min-height: 0;
		flex: 1;
		font-size: 13px;
	}
	.list > li {
		padding: 6px 8px;
		border-left: 3px solid var(--rule);
		margin-bottom: 6px;
	}
	.list > li.now {
		border-left-color: var(--accent);
		background: var(--accent-soft);
	}
	.list > li.now .quiet {
		color: var(--ink);
	}
	.list > li > button {
		display: flex;
		justify-content: space-between;
		gap: 8px;
		width: 100%;
		text-align: left;
		cursor: pointer;
	}
	.list ul {
		list-style: disc;
		padding-left: 18px;
	}
	.list ul button {
		text-align: left;
		cursor: pointer;
	}
	.doing button {
		font-weight: 650;
		text-decoration: underline;
		text-underline-offset: 3px;
	}
	.list p {
		margin: 2px 0 0;
	}
	@media print {
		.card-title {
			display: block;
			font-size: 20px;
		}
		.list {
			overflow: visible;
			font-size: 15px;
			max-width: 150mm;
		}
		.list > li,
		.list > li.now {
			border-left: 2px solid #000;
			background: none;
			break-inside: avoid;
		}
		.doing button {
			font-weight: inherit;
			text-decoration: none;
		}
	}
</style>

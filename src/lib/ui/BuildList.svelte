<script lang="ts">
	import type { Build, PlannedStep } from '../core/build';
	import { dateWords, minutesWords } from './words';

	interface Props {
		build: Build;
		/** Id of the step that is looked at. */
		selected: string | undefined;
		onselect: (step: string) => void;
		ontick: (step: PlannedStep) => void;
	}
	let { build, selected, onselect, ontick }: Props = $props();

	/** Steps after each other with one set-up. */
	const groups = $derived.by(() => {
		const found: { setUp: string; steps: PlannedStep[] }[] = [];
		for (const step of build.steps) {
			const last = found.at(-1);
			if (last?.setUp === step.setUp) last.steps.push(step);
			else found.push({ setUp: step.setUp, steps: [step] });
		}
		return found;
	});
	const dateOf = $derived(new Map(build.calendar.steps.map(({ id, stretches }) => [id, stretches[0]?.date])));
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<div class="list" tabindex="0" role="group" aria-label="Steps in order">
	{#each groups as { setUp, steps }, g (g)}
		<h2>{setUp[0].toUpperCase()}{setUp.slice(1)}</h2>
		<ul>
			{#each steps as step (step.id)}
				<li class={step.state} class:selected={step.id === selected}>
					<input type="checkbox" aria-label="{step.title}: done" checked={step.state === 'done'} onchange={() => ontick(step)} />
					<button type="button" aria-current={step.id === selected ? 'step' : undefined} onclick={() => onselect(step.id)}>
						<span class="title"
							>{step.title}{#if step.since.length > 0}<span class="since">, more since it was done</span>{/if}</span
						>
						<span class="quiet figures">
							{#if step.state !== 'done'}{minutesWords(step.minutes * build.pace)}{#if dateOf.get(step.id)}, {dateWords(
										dateOf.get(step.id)!
									)}{/if}{/if}
						</span>
					</button>
				</li>
			{/each}
		</ul>
	{/each}
</div>

<style>
	.list {
		overflow-y: auto;
		min-height: 0;
		padding-right: 6px;
	}
	h2 {
		margin: 12px 0 2px;
		font-size: 12.5px;
		color: var(--ink-soft);
		font-weight: 600;
	}
	ul {
		list-style: none;
		margin: 0;
		padding: 0;
	}
	li {
		display: flex;
		align-items: center;
		border-left: 3px solid transparent;
		padding: 1px 4px;
	}
	li.selected {
		border-left-color: var(--accent);
		background: var(--accent-soft);
	}
	li.waits .title {
		color: var(--ink-soft);
	}
	.since {
		color: var(--tight);
	}
	li.done .title {
		text-decoration: line-through;
		color: var(--ink-soft);
	}
	button {
		all: unset;
		cursor: pointer;
		flex: 1;
		display: flex;
		justify-content: space-between;
		gap: 10px;
		padding: 4px 2px;
		min-width: 0;
	}
	button:focus-visible {
		outline: 2px solid var(--accent);
	}
	button .figures {
		white-space: nowrap;
		font-size: 12px;
	}
	@media (max-width: 700px) {
		li {
			min-height: 44px;
		}
		[type='checkbox'] {
			width: 22px;
			height: 22px;
		}
	}
</style>

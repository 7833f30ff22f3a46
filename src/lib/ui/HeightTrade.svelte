<script lang="ts">
	import { preferences } from '../client/preferences.svelte';
	import type { Compromise, Lever, LeverOption } from '../core/height';
	import { formatLength, withUnits } from '../core/units';

	interface Props {
		compromises: Compromise[];
		levers: Lever[];
		height: number;
		onheight: (height: number) => void;
		onlever: (lever: Lever, option: LeverOption) => void;
	}
	let { compromises, levers, height, onheight, onlever }: Props = $props();

	const { units } = $derived(preferences);
	const gives = ({ givesUp }: Compromise) => (givesUp.length === 0 ? 'gives up nothing' : `gives up: ${givesUp.join(', ')}`);
	const span = ({ window: [from, to] }: Compromise) =>
		from === to ? `at ${formatLength(from, units)}` : `${formatLength(from, units)} to ${formatLength(to, units)}`;
</script>

<div class="trade">
	<h3>Best compromises</h3>
	{#if compromises.length === 0}
		<p class="quiet">It fits at no height as it is: see the findings.</p>
	{/if}
	<ol>
		{#each compromises as one, i (i)}
			<li>
				<span class="number" aria-hidden="true">{i + 1}</span>
				<button type="button" class="tool figures" class:main={Math.abs(height - one.height) < 0.5} onclick={() => onheight(one.height)}
					>{formatLength(one.height, units)}</button
				>
				<span>{gives(one)} <span class="quiet">({span(one)})</span></span>
			</li>
		{/each}
	</ol>
	<h3>Levers</h3>
	{#each levers as lever (lever.id)}
		<div class="lever" role="group" aria-label={lever.label}>
			<p>{lever.label}</p>
			<ul>
				{#each lever.options as option, k (k)}
					<li>
						<button
							type="button"
							class="tool"
							class:main={option.present}
							aria-pressed={option.present}
							onclick={() => !option.present && onlever(lever, option)}>{withUnits(option.label, units)}</button
						>
						<span>
							{#if option.best}{span(option.best)}, {gives(option.best)}{:else}fits at no height{/if}
						</span>
					</li>
				{/each}
			</ul>
		</div>
	{:else}
		<p class="quiet">Trying mattress, foam and lining at every height …</p>
	{/each}
</div>

<style>
	.trade {
		overflow-y: auto;
		min-height: 0;
		padding: 4px 8px;
		font-size: 12.5px;
	}
	h3 {
		font-size: 13.5px;
		margin: 4px 0;
	}
	p {
		margin: 0 0 2px;
	}
	ol,
	ul {
		list-style: none;
		margin: 0 0 8px;
		padding: 0;
		display: grid;
		gap: 4px;
	}
	li {
		display: flex;
		gap: 8px;
		align-items: center;
	}
	.number {
		flex: none;
		width: 18px;
		height: 18px;
		border-radius: 9px;
		background: var(--ink);
		color: var(--sheet);
		font-size: 11px;
		text-align: center;
		line-height: 18px;
	}
	li button {
		flex: none;
		min-width: 74px;
		min-height: 26px;
		padding: 1px 8px;
		font-size: 12.5px;
	}
	.lever p {
		font-weight: 600;
	}
</style>

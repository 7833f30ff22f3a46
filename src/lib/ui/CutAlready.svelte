<script lang="ts">
	import { preferences } from '../client/preferences.svelte';
	import { cutDifferences, type CutDifference } from '../core/build';
	import type { Plan } from '../core/plan';
	import { formatLength } from '../core/units';
	import StatusMark from './StatusMark.svelte';

	interface Props {
		plan: Plan;
		/** Forget that a part was cut. */
		onforget: (key: string) => void;
	}
	let { plan, onforget }: Props = $props();

	const differences = $derived(cutDifferences(plan));
	const size = ({ length, width }: { length: number; width: number }) =>
		`${formatLength(length, preferences.units)} × ${formatLength(width, preferences.units)}`;
	const mm = (value: number) => formatLength(Math.round(value * 10) / 10, preferences.units);
	function words({ outcome, by, is, asked, gaps, otherStock }: CutDifference): string {
		if (!asked) return `It is cut, ${size(is)}, and nothing needs it any more.`;
		if (otherStock) return 'It is cut from another stock than the plan asks for now: cut it anew.';
		if (outcome === 'trim') return `It is ${size(is)}, the plan asks for ${size(asked)}: trim it by up to ${mm(by)}.`;
		const gap =
			gaps.length > 0 ? ` As it is it leaves a gap to ${gaps.join(', ').toLowerCase()}: pack that, or cut it anew.` : ' Cut it anew.';
		return `It is ${size(is)}, the plan asks for ${size(asked)}: ${mm(by)} are missing.${gap}`;
	}
</script>

{#if differences.length > 0}
	<section class="card" aria-label="Cut already">
		<h2>Cut already, and not what the plan asks for now</h2>
		<ul>
			{#each differences as one (one.key)}
				<li>
					<StatusMark status={one.outcome === 'anew' ? 'clash' : 'tight'} />
					<span><strong>{one.name}</strong>, {plan.pieces[one.piece]?.name ?? 'a piece that is gone'}. {words(one)}</span>
					<button type="button" class="tool" onclick={() => onforget(one.key)}
						>{one.outcome === 'trim' ? 'It is trimmed' : one.asked ? 'I cut it anew' : 'Put away'}</button
					>
				</li>
			{/each}
		</ul>
	</section>
{/if}

<style>
	section {
		padding: 8px 14px;
		margin-bottom: 10px;
	}
	h2 {
		margin: 2px 0 6px;
		font-size: 14px;
	}
	ul {
		list-style: none;
		margin: 0;
		padding: 0;
	}
	li {
		display: flex;
		gap: 8px;
		align-items: center;
		padding: 4px 0;
		border-top: 1px solid var(--rule);
	}
	span {
		flex: 1;
	}
</style>

<script lang="ts">
	import { preferences } from '../client/preferences.svelte';
	import type { Found } from '../core/search';
	import { formatLength, formatMass } from '../core/units';
	import type { LayoutDrawings } from '../client/layout-drawings';
	import Drawing from './Drawing.svelte';

	interface Props {
		found: Found;
		drawings: LayoutDrawings;
		ontake: () => void;
		/** Keeps it beside the present layout, to compare. */
		onkeep: () => void;
		kept: boolean;
	}
	let { found, drawings, ontake, onkeep, kept }: Props = $props();

	const { units } = $derived(preferences);
	const facts = $derived([
		['Boards at', formatLength(found.facts.height, units)],
		['Bed', `${formatLength(found.facts.length, units)} × ${formatLength(found.facts.width, units)}`],
		['Under it', `${Math.round(found.facts.storage)} l`],
		['Weight', formatMass(found.facts.weight, units)],
		['To buy', found.facts.cost === null ? 'no price' : found.facts.cost.toFixed(2)],
		['Made up in', found.facts.seconds === null ? 'no way found' : `${found.facts.seconds} s`]
	]);
</script>

<article class="card">
	<header>
		<h3>{found.title}</h3>
		<span class="do">
			<button type="button" class="tool" disabled={kept} onclick={onkeep}>{kept ? 'Kept to compare' : 'Keep to compare'}</button>
			<button type="button" class="tool main" onclick={ontake}>Take this one</button>
		</span>
	</header>
	{#if found.bestAt.length > 0}<p class="best">Best of these: {found.bestAt.join(', ')}.</p>{/if}
	<div class="drawings">
		<figure>
			<div class="drawing"><Drawing view={drawings.above} title="{found.title} from above, at night" small /></div>
			<figcaption>From above, at night</figcaption>
		</figure>
		{#each Object.entries(drawings.modes) as [id, view] (id)}
			<figure>
				<div class="drawing"><Drawing {view} title="{found.title}: {found.plan.modes[id].name}" small /></div>
				<figcaption>{found.plan.modes[id].name}</figcaption>
			</figure>
		{/each}
	</div>
	<dl>
		{#each facts as [name, value] (name)}
			<div>
				<dt>{name}</dt>
				<dd class="figures">{value}</dd>
			</div>
		{/each}
	</dl>
	<p class="cost">
		{[
			found.seats && `${found.seats}.`,
			found.givesUp.length > 0 && `Gives up: ${found.givesUp.join(', ')}.`,
			found.tight > 0 && `${found.tight} ${found.tight === 1 ? 'margin is' : 'margins are'} tight.`
		]
			.filter(Boolean)
			.join(' ') || 'Gives up nothing.'}
	</p>
</article>

<style>
	article {
		padding: 10px 14px;
		display: grid;
		gap: 6px;
	}
	header {
		display: flex;
		gap: 10px;
		align-items: baseline;
		justify-content: space-between;
	}
	.do {
		display: flex;
		gap: 6px;
		flex-shrink: 0;
	}
	h3 {
		font-size: 15px;
		margin: 0;
	}
	p {
		margin: 0;
		font-size: 13px;
	}
	.best {
		color: var(--accent);
		font-weight: 600;
	}
	.drawings {
		display: grid;
		grid-template-columns: repeat(4, minmax(0, 1fr));
		gap: 8px;
	}
	figure {
		margin: 0;
		min-width: 0;
	}
	.drawing {
		height: 84px;
	}
	figcaption {
		font-size: 11.5px;
		color: var(--ink-soft);
		text-align: center;
	}
	dl {
		display: flex;
		flex-wrap: wrap;
		gap: 2px 18px;
		margin: 0;
		font-size: 12.5px;
	}
	dl div {
		display: flex;
		gap: 5px;
	}
	dt {
		color: var(--ink-soft);
	}
	dd {
		margin: 0;
	}
	@media (max-width: 600px) {
		.drawings {
			grid-template-columns: repeat(2, minmax(0, 1fr));
		}
	}
</style>

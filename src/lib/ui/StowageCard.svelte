<script lang="ts">
	import type { Plan } from '../core/plan';
	import type { Stowing } from '../core/stowage';

	/** The card that is stuck inside a lid: numbers as on the drawings, compartment by compartment. */
	let { plan, stowing }: { plan: Plan; stowing: Stowing } = $props();

	const contents = (id: string): string[] =>
		Object.values(plan.gear).flatMap(({ into, name, count }) => (into === id ? [count > 1 ? `${count} × ${name}` : name] : []));
	const filled = $derived(
		stowing.shelves
			.map((shelf) => ({ shelf, places: stowing.places.filter(({ compartment }) => compartment === shelf.id) }))
			.filter(({ places }) => places.length > 0)
	);
	/** From the deepest to the nearest, from below up: what goes in first is told first. */
	const loading = $derived(filled.flatMap(({ places }) => places.toSorted((a, b) => seconds(b) - seconds(a) || a.box.z[0] - b.box.z[0])));
	const seconds = (place: Stowing['places'][number]): number =>
		Math.max(...Object.values(place.reached).map((way) => ('by' in way ? 0 : way.first.length * 100 + way.seconds)));
</script>

<section class="stowage-card" aria-label="Card of what lies where">
	<h2>{plan.name}: what lies where</h2>
	<div class="columns">
		{#each filled as { shelf, places } (shelf.id)}
			<div>
				<h3>{shelf.name}</h3>
				<ul>
					{#each places as place (place.no)}
						{@const inside = contents(place.gear)}
						<li>
							<strong class="figures">{place.no}</strong>
							{plan.gear[place.gear].name}{#if inside.length > 0}<span class="quiet">, with {inside.join(', ')}</span>{/if}
						</li>
					{/each}
				</ul>
			</div>
		{/each}
	</div>
	<p>Put in, in this order: <span class="figures">{loading.map(({ no }) => no).join(' · ')}</span></p>
</section>

<style>
	.stowage-card {
		font-size: 13px;
	}
	h2 {
		font-size: 15px;
		margin: 0 0 6px;
	}
	h3 {
		font-size: 13px;
		margin: 6px 0 2px;
	}
	.columns {
		columns: 2 240px;
	}
	.columns > div {
		break-inside: avoid;
	}
	p {
		margin: 8px 0 0;
	}
</style>

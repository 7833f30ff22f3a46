<script lang="ts">
	import type { Edit, Plan } from '../core/plan';
	import type { Place, Stowing } from '../core/stowage';
	import GearDetails from './GearDetails.svelte';
	import StatusMark from './StatusMark.svelte';

	interface Props {
		plan: Plan;
		/** The plan whose things are stowed: it may be that of a moment ago. */
		of: Plan;
		stowing: Stowing;
		/** The mode in which it is told how each is got at. */
		modeId: string;
		lit: readonly number[];
		open: string | undefined;
		onlit: (numbers: readonly number[]) => void;
		onopen: (gear: string | undefined) => void;
		onedit: (label: string, edits: Edit[]) => void;
		onfree: (place: Place) => void;
	}
	let { plan, of, stowing, modeId, lit, open, onlit, onopen, onedit, onfree }: Props = $props();

	const shelfName = (id: string) => stowing.shelves.find((shelf) => shelf.id === id)?.name ?? '';
	const rows = $derived(
		Object.entries(of.gear).map(([id, gear]) => ({
			id,
			gear,
			places: stowing.places.filter((place) => place.gear === id),
			left: stowing.left.find((one) => one.gear === id)?.n ?? 0
		}))
	);
	/** How the easiest of some equal things is got at: what is asked for is any of them. */
	const easiest = (places: readonly Place[]) =>
		places
			.map((place) => ({ place, way: place.reached[modeId] }))
			.sort((a, b) => ('by' in a.way ? Infinity : a.way.seconds) - ('by' in b.way ? Infinity : b.way.seconds))[0];
	/** More than so many that come out first are counted. */
	const NAMED = 3;
	const wayWords = (places: readonly Place[]): string => {
		const first = easiest(places);
		if (!first) return '';
		const { way } = first;
		if ('by' in way) return 'not to be got at';
		const seconds = `${Math.round(way.seconds)} s`;
		if (way.first.length === 0) return seconds;
		return `${seconds} after ${way.first.length > NAMED ? `${way.first.length} others` : way.first.join(', ')}`;
	};
</script>

<ul class="things">
	{#each rows as { id, gear, places, left } (id)}
		<li class:lit={places.some(({ no }) => lit.includes(no))}>
			<button
				type="button"
				class="head"
				aria-expanded={open === id}
				onclick={() => onopen(open === id ? undefined : id)}
				onpointerenter={() => onlit(places.map(({ no }) => no))}
				onpointerleave={() => onlit([])}
				onfocus={() => onlit(places.map(({ no }) => no))}
			>
				<span class="no figures">{places.map(({ no }) => no).join(' ') || '–'}</span>
				<span class="what">
					<span class="name">{gear.count > 1 ? `${gear.count} × ` : ''}{gear.name}</span>
					<span class="quiet">
						{#if gear.into}in {of.gear[gear.into].name}
						{:else if places.length > 0}{[...new Set(places.map(({ compartment }) => shelfName(compartment)))].join(', ')}
						{:else if left === 0}in a place of its own{/if}
					</span>
				</span>
				{#if left > 0}
					<span class="left"><StatusMark status="clash" size={13} /> {left === gear.count ? 'left out' : `${left} left out`}</span>
				{:else if !gear.into}
					<span class="figures way">{wayWords(places)}</span>
				{/if}
			</button>
			{#if open === id}
				{@const first = easiest(places)}
				{#if first && !('by' in first.way)}
					{@const { way } = first}
					<ol class="steps">
						{#if way.door}<li>Open {way.door}.</li>{/if}
						{#each way.actions as action, i (i)}<li>{action.name}.</li>{/each}
						{#each way.first as no (no)}<li>Take out {no}, {of.gear[stowing.places[no - 1].gear].name}.</li>{/each}
						<li>
							Take it out {way.face === 'top' ? 'from above' : `towards the ${way.face}`}{way.deep
								? ', further in than an arm reaches'
								: ''}.
						</li>
					</ol>
				{:else if first && 'by' in first.way}
					<p class="bad">Not to be got at in {of.modes[modeId].name}: {first.way.by}.</p>
				{/if}
				{#each stowing.left.filter((one) => one.gear === id) as miss (miss.gear)}<p class="bad">{miss.why}</p>{/each}
				{#if Object.hasOwn(plan.gear, id)}<GearDetails {plan} {id} {onedit} />{/if}
				{#each places.filter(({ pinned }) => pinned) as place (place.no)}
					<button type="button" class="tool" onclick={() => onfree(place)}>Let {place.no} be stowed anew</button>
				{/each}
			{/if}
		</li>
	{/each}
</ul>

<style>
	.things > li {
		border-bottom: 1px solid var(--rule);
		padding: 0 8px;
	}
	.lit {
		background: var(--paper);
	}
	.head {
		display: flex;
		width: 100%;
		gap: 8px;
		align-items: baseline;
		padding: 6px 0;
		text-align: left;
		font-size: 13px;
		cursor: pointer;
	}
	.no {
		min-width: 22px;
		font-weight: 650;
		color: var(--accent);
		max-width: 62px;
	}
	.what {
		flex: 1;
		min-width: 0;
	}
	.name {
		display: block;
		font-weight: 600;
	}
	.what .quiet {
		font-size: 12px;
	}
	.way {
		font-size: 12px;
		text-align: right;
		max-width: 110px;
	}
	.left {
		display: inline-flex;
		gap: 4px;
		align-items: center;
		color: var(--clash);
		font-size: 12.5px;
		white-space: nowrap;
	}
	.steps {
		margin: 0 0 4px 20px;
		list-style: decimal;
		font-size: 12.5px;
	}
	.bad {
		color: var(--clash);
		font-size: 12.5px;
		margin: 0 0 4px;
	}
	@media (max-width: 900px) {
		.head {
			min-height: 44px;
		}
	}
</style>

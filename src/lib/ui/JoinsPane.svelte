<script lang="ts">
	import { preferences } from '../client/preferences.svelte';
	import { connectionsOf, glueOf, looseIn } from '../core/connections';
	import { assemblyOf } from '../core/derive';
	import type { Edit, Plan } from '../core/plan';
	import { ALL_JOINS, JOIN_WAYS, type JoinWay } from '../core/plan/join';
	import { formatLength } from '../core/units';
	import { alikeJoints, joinWords } from '../core/workshop';
	import StatusMark from './StatusMark.svelte';

	interface Props {
		plan: Plan;
		onedit: (label: string, edits: Edit[]) => void;
	}
	let { plan, onedit }: Props = $props();

	let chosen: string | undefined = $state();
	const id = $derived(chosen !== undefined && Object.hasOwn(plan.pieces, chosen) ? chosen : Object.keys(plan.pieces)[0]);
	const piece = $derived(plan.pieces[id]);
	const assembly = $derived(assemblyOf(piece, plan));
	const connections = $derived(connectionsOf(assembly, plan.stock, piece.joined));
	const loose = $derived(looseIn(assembly, connections, {}));
	const said = $derived(piece.joined ?? {});
	const nameOf = (part: string) => assembly.parts.find((one) => one.id === part)?.name ?? part;
	const mm = (value: number) => formatLength(value, preferences.units);

	const lines = $derived(alikeJoints(connections, nameOf));
	const glue = $derived(glueOf(connections));

	function say(keys: readonly string[], way: string, label: string) {
		const others = Object.fromEntries(Object.entries(said).filter(([key]) => !keys.includes(key)));
		const table = way ? { ...others, ...Object.fromEntries(keys.map((key) => [key, way as JoinWay])) } : others;
		onedit(label, [{ path: ['pieces', id, 'joined'], value: Object.keys(table).length > 0 ? table : undefined }]);
	}
	const wordsOf = (way: JoinWay) => (way === 'nothing' ? 'not joined' : way);
	const LOOSE: [string, string][] = [
		['', 'not said'],
		['brackets', 'brackets to the vehicle'],
		['nothing', 'nothing: it stands loose']
	];
</script>

<section aria-label="Joints">
	<h2>How is it joined?</h2>
	<div class="choice">
		<label
			><span>Piece</span>
			<select class="field" value={id} onchange={(event) => (chosen = event.currentTarget.value)}>
				{#each Object.entries(plan.pieces) as [key, one] (key)}<option value={key}>{one.name}</option>{/each}
			</select></label
		>
		<label
			><span>All its joints</span>
			<select
				class="field"
				value={said[ALL_JOINS] ?? ''}
				onchange={(event) => say([ALL_JOINS], event.currentTarget.value, `${piece.name}: how it is joined`)}
			>
				<option value="">as suits each</option>
				{#each JOIN_WAYS as way (way)}<option value={way}>{wordsOf(way)}</option>{/each}
			</select></label
		>
	</div>
	<div class="card ruled">
		{#each loose as [first, ...more] (first.id)}
			<div class="loose">
				<StatusMark status={said[first.id] ? 'clear' : 'unmeasured'} />
				<span>{[first, ...more].map(({ name }) => name).join(', ')}: joined to nothing else.</span>
				<select
					class="field"
					aria-label="What holds {first.name}"
					value={said[first.id] ?? ''}
					onchange={(event) => say([first.id], event.currentTarget.value, `what holds ${first.name}`)}
				>
					{#each LOOSE as [way, words] (way)}<option value={way}>{words}</option>{/each}
				</select>
			</div>
		{/each}
		{#if lines.length === 0}
			<p class="quiet">Nothing of it lies against anything that moves with it.</p>
		{:else}
			<table>
				<thead><tr><th>Through</th><th>Into</th><th>How</th><th>With</th></tr></thead>
				<tbody>
					{#each lines as all, i (i)}
						{@const [one] = all}
						<tr>
							<td>{nameOf(one.from)}</td>
							<td
								>{nameOf(one.into)}{#if all.length > 1}<span class="quiet">, {all.length} times</span>{/if}</td
							>
							<td
								><select
									class="field"
									aria-label="How {nameOf(one.from)} and {nameOf(one.into)} are joined"
									value={said[one.key] ?? ''}
									onchange={(event) =>
										say(
											all.map(({ key }) => key),
											event.currentTarget.value,
											`${nameOf(one.from)} and ${nameOf(one.into)}: how they are joined`
										)}
								>
									<option value="">{wordsOf(one.way)}{one.said ? '' : ', as suits'}</option>
									{#each JOIN_WAYS as way (way)}<option value={way}>{wordsOf(way)}</option>{/each}
								</select></td
							>
							<td
								>{#if one.fault}<StatusMark status={one.said ? 'clash' : 'tight'} />
								{/if}{joinWords(one)}{#if one.before}<br /><span class="quiet">before {nameOf(one.before)} is there</span>{/if}</td
							>
						</tr>
					{/each}
				</tbody>
			</table>
		{/if}
	</div>
	<p class="quiet">
		Screws are sunk flush, drilled as thick as their shank where they go through and seven tenths of it where they hold. No point comes
		nearer than {mm(2)} to the other side.
		{#if glue >= 1}About {Math.ceil(glue / 10) * 10} g of glue for this piece.{/if}
	</p>
	<p class="caution">
		Look behind and below before you drill in the vehicle: cables, brake and fuel lines, airbags. Clamp the work, wear eye protection, and
		keep the hand that holds it out of the line of the screw.
	</p>
</section>

<style>
	h2 {
		font-size: 15px;
		margin: 18px 0 6px;
	}
	.choice {
		display: flex;
		flex-wrap: wrap;
		gap: 10px;
		margin-bottom: 6px;
	}
	.choice span {
		display: block;
		font-size: 12px;
		color: var(--ink-soft);
	}
	.loose {
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
		align-items: center;
		padding: 4px 0;
		font-size: 12.5px;
	}
	td .field {
		min-width: 132px;
		padding: 2px 4px;
		font-size: 12px;
	}
	p {
		font-size: 12.5px;
	}
</style>

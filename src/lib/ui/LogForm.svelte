<script lang="ts">
	import { onMount } from 'svelte';
	import { keepEntry, keptEntry } from '../client/kept-entry';
	import type { LogEntry, Plan, Remark } from '../core/plan';
	import type { Reminder } from '../core/log';
	import NumberField from './NumberField.svelte';
	import Stopwatch from './Stopwatch.svelte';
	import { todayHere } from './words';

	interface Props {
		planId: string;
		plan: Plan;
		due: Reminder[];
		onwritten: (entry: LogEntry) => void;
	}
	let { planId, plan, due, onwritten }: Props = $props();

	const SLEPT = ['badly', 'so-so', 'all right', 'well', 'very well'];
	const KINDS: Record<Remark['kind'], string> = {
		rattles: 'rattles',
		worn: 'is worn',
		damp: 'damp',
		cold: 'cold',
		missing: 'was missing',
		change: 'to be different next time'
	};

	const empty = (): LogEntry => ({ date: todayHere(), text: '' });
	// Begun before the window was closed, it goes on where it stopped.
	let entry: LogEntry = $state(empty());
	let loaded = $state(false);
	onMount(() => {
		entry = keptEntry(planId) ?? entry;
		loaded = true;
	});
	let remark: Remark = $state({ kind: 'rattles', text: '' });
	let [from, to] = $state(['', '']);
	const modes = $derived(Object.entries(plan.modes));
	const gear = $derived(Object.entries(plan.gear));
	const start = $derived(Object.hasOwn(plan.modes, from) ? from : modes[0]?.[0]);
	const end = $derived(Object.hasOwn(plan.modes, to) && to !== start ? to : modes.find(([id]) => id !== start)?.[0]);
	const said = $derived(
		entry.text.trim() !== '' ||
			entry.slept !== undefined ||
			entry.kilometres !== undefined ||
			(entry.modes ?? []).length > 0 ||
			(entry.remarks ?? []).length > 0 ||
			(entry.timed ?? []).length > 0 ||
			(entry.checked ?? []).length > 0 ||
			entry.season !== undefined ||
			remark.text.trim() !== ''
	);

	$effect(() => {
		if (loaded) keepEntry(planId, said ? $state.snapshot(entry) : undefined);
	});

	const toggled = (list: string[] | undefined, id: string): string[] =>
		(list ?? []).includes(id) ? (list ?? []).filter((one) => one !== id) : [...(list ?? []), id];
	function addRemark() {
		if (remark.text.trim() === '') return;
		entry.remarks = [...(entry.remarks ?? []), { ...remark, text: remark.text.trim() }];
		remark = { kind: remark.kind, text: '' };
	}
	/** Only what was said is kept: an empty list would say that there was nothing. */
	function write() {
		addRemark();
		const kept = Object.fromEntries(
			Object.entries($state.snapshot(entry)).filter(
				([key, value]) => key === 'date' || key === 'text' || (value !== undefined && (!Array.isArray(value) || value.length > 0))
			)
		) as LogEntry;
		onwritten({ ...kept, text: kept.text.trim() });
		entry = empty();
	}
	const nameOf = (id: string) => plan.modes[id]?.name ?? id;
</script>

<!-- Enter in a field takes the field, not the whole entry: that is written down by its button. -->
<form class="card" aria-label="Write down a night or a day" onsubmit={(event) => event.preventDefault()}>
	<div class="row">
		<label><span class="quiet">Day</span><input class="field" type="date" required bind:value={entry.date} /></label>
		<NumberField label="Driven, km" open value={entry.kilometres} range={[0, 100000]} onchange={(km) => (entry.kilometres = km)} />
	</div>
	<fieldset>
		<legend>How did you sleep?</legend>
		{#each SLEPT as word, i (word)}
			<button
				type="button"
				class="tool pick"
				aria-pressed={entry.slept === i + 1}
				onclick={() => (entry.slept = entry.slept === i + 1 ? undefined : i + 1)}>{word}</button
			>
		{/each}
	</fieldset>
	{#if modes.length > 0}
		<fieldset>
			<legend>What was used</legend>
			{#each modes as [id, mode] (id)}
				<button
					type="button"
					class="tool pick"
					aria-pressed={entry.modes?.includes(id) ?? false}
					onclick={() => (entry.modes = toggled(entry.modes, id))}>{mode.name}</button
				>
			{/each}
		</fieldset>
	{/if}
	{#if modes.length > 1}
		<fieldset>
			<legend>How long a change takes</legend>
			<label
				><span class="sr-only">From</span><select class="field" value={start} onchange={(event) => (from = event.currentTarget.value)}
					>{#each modes as [id, mode] (id)}<option value={id}>{mode.name}</option>{/each}</select
				></label
			>
			<span class="quiet">to</span>
			<label
				><span class="sr-only">To</span><select class="field" value={end} onchange={(event) => (to = event.currentTarget.value)}
					>{#each modes.filter(([id]) => id !== start) as [id, mode] (id)}<option value={id}>{mode.name}</option>{/each}</select
				></label
			>
			<Stopwatch
				label="{nameOf(start)} to {nameOf(end ?? '')}"
				ontaken={(seconds) => end && (entry.timed = [...(entry.timed ?? []), { from: start, to: end, seconds }])}
			/>
			{#each entry.timed ?? [] as one, i (i)}
				<span class="chip"
					>{nameOf(one.from)} to {nameOf(one.to)}, <span class="figures">{one.seconds} s</span>
					<button type="button" aria-label="Take out this time" onclick={() => (entry.timed = entry.timed?.filter((_, k) => k !== i))}
						>×</button
					></span
				>
			{/each}
		</fieldset>
	{/if}
	<fieldset>
		<legend>What was found out</legend>
		<label
			><span class="sr-only">About</span>
			<select class="field" bind:value={remark.piece}>
				<option value={undefined}>The vehicle</option>
				{#each Object.entries(plan.pieces) as [id, piece] (id)}<option value={id}>{piece.name}</option>{/each}
			</select></label
		>
		<label
			><span class="sr-only">Kind</span>
			<select class="field" bind:value={remark.kind}>
				{#each Object.entries(KINDS) as [kind, words] (kind)}<option value={kind}>{words}</option>{/each}
			</select></label
		>
		<input class="field grow" aria-label="What" maxlength="200" placeholder="in a few words" bind:value={remark.text} />
		<button type="button" class="tool" disabled={remark.text.trim() === ''} onclick={addRemark}>Add</button>
		{#each entry.remarks ?? [] as one, i (i)}
			<span class="chip"
				>{one.piece ? `${plan.pieces[one.piece]?.name ?? ''}: ` : ''}{KINDS[one.kind]}, {one.text}
				<button type="button" aria-label="Take out: {one.text}" onclick={() => (entry.remarks = entry.remarks?.filter((_, k) => k !== i))}
					>×</button
				></span
			>
		{/each}
	</fieldset>
	{#if gear.length > 0}
		<fieldset>
			<legend>Came along and was not touched</legend>
			{#each gear as [id, thing] (id)}
				<button
					type="button"
					class="tool pick"
					aria-pressed={entry.unused?.includes(id) ?? false}
					onclick={() => (entry.unused = toggled(entry.unused, id))}>{thing.name}</button
				>
			{/each}
		</fieldset>
	{/if}
	{#if Object.keys(plan.pieces).length > 0}
		<fieldset>
			<legend>Everything taken out, or put back</legend>
			<NumberField
				label="Out, minutes"
				open
				value={entry.season?.way === 'out' ? entry.season.minutes : undefined}
				range={[1, 10000]}
				onchange={(minutes) => (entry.season = minutes === undefined ? undefined : { way: 'out', minutes })}
			/>
			<NumberField
				label="In, minutes"
				open
				value={entry.season?.way === 'in' ? entry.season.minutes : undefined}
				range={[1, 10000]}
				onchange={(minutes) => (entry.season = minutes === undefined ? undefined : { way: 'in', minutes })}
			/>
		</fieldset>
	{/if}
	{#if due.length > 0}
		<fieldset>
			<legend>Seen to</legend>
			{#each due as one (one.key)}
				<label class="check"
					><input
						type="checkbox"
						checked={entry.checked?.includes(one.key) ?? false}
						onchange={() => (entry.checked = toggled(entry.checked, one.key))}
					/>
					{one.words}</label
				>
			{/each}
		</fieldset>
	{/if}
	<label class="text"
		><span class="quiet">Anything else</span><textarea class="field" rows="3" maxlength="4000" bind:value={entry.text}></textarea></label
	>
	<button type="button" class="tool main big" disabled={!said} onclick={write}>Write it down</button>
</form>

<style>
	form {
		padding: 12px 16px 16px;
	}
	.row {
		display: flex;
		gap: 12px;
	}
	.row :global(.number) {
		width: 120px;
	}
	fieldset :global(.number) {
		width: 110px;
	}
	.row span {
		display: block;
		font-size: 12.5px;
	}
	fieldset {
		border: 0;
		padding: 0;
		margin: 12px 0 0;
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 6px;
	}
	legend {
		padding: 0;
		margin-bottom: 3px;
		font-weight: 600;
	}
	.pick {
		min-height: 40px;
	}
	.pick[aria-pressed='true'] {
		background: var(--accent-soft);
		border-color: var(--accent);
		font-weight: 650;
	}
	.grow {
		flex: 1;
		min-width: 160px;
		width: auto;
	}
	select.field {
		width: auto;
	}
	.chip {
		background: var(--accent-soft);
		border-radius: 4px;
		padding: 2px 4px 2px 8px;
	}
	.chip button {
		all: unset;
		cursor: pointer;
		padding: 2px 8px;
	}
	.chip button:focus-visible {
		outline: 2px solid var(--accent);
	}
	.text {
		display: block;
		margin-top: 12px;
	}
	.check {
		width: 100%;
	}
	.big {
		margin-top: 12px;
		min-height: 48px;
		min-width: 180px;
		font-size: 16px;
		font-weight: 650;
	}
	@media (max-width: 700px) {
		.big {
			width: 100%;
		}
	}
</style>

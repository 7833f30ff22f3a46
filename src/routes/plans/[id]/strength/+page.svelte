<script lang="ts">
	import { preferences } from '$lib/client/preferences.svelte';
	import type { Remade } from '$lib/core/search';
	import type { MemberStrength } from '$lib/core/structure';
	import { formatLength, withUnits } from '$lib/core/units';
	import BearingDetail from '$lib/ui/BearingDetail.svelte';
	import BentDrawings from '$lib/ui/BentDrawings.svelte';
	import { useWorkbench } from '$lib/ui/context';
	import LidPane from '$lib/ui/LidPane.svelte';
	import OtherStock from '$lib/ui/OtherStock.svelte';
	import StayPane from '$lib/ui/StayPane.svelte';
	import UnsaidStock from '$lib/ui/UnsaidStock.svelte';
	import WeightPane from '$lib/ui/WeightPane.svelte';

	const workbench = useWorkbench();
	const { session, gaze } = workbench;
	const plan = $derived(session.plan);
	const strengths = $derived(workbench.derived?.strengths);
	const look = $derived(workbench.derived?.look);
	const modeId = $derived(Object.hasOwn(plan.modes, gaze.modeId) ? gaze.modeId : Object.keys(plan.modes)[0]);
	const strength = $derived(strengths?.known?.modes[modeId]);
	const pieces = $derived(Object.entries(plan.pieces));
	const piece = $derived(gaze.selected && Object.hasOwn(plan.pieces, gaze.selected) ? gaze.selected : pieces[0]?.[0]);

	const used = ({ stress, tips }: MemberStrength) => (tips ? Infinity : (stress?.used ?? 0));
	const members = $derived((strength?.members ?? []).filter((one) => one.piece === piece).toSorted((a, b) => used(b) - used(a)));
	/** Parts that are alike are one line: the one that is used most. */
	const lines = $derived.by(() => {
		const alike: Record<string, { worst: MemberStrength; count: number }> = {};
		for (const one of members) {
			const key = `${one.name}, ${one.material}`;
			alike[key] = { worst: alike[key]?.worst ?? one, count: (alike[key]?.count ?? 0) + 1 };
		}
		return Object.values(alike);
	});
	// Elsewhere it is worked out last of all; here somebody waits for it.
	$effect(() => strengths?.ask(plan, preferences.units));
	let question: 'bears' | 'lifts' | 'stays' | 'weighs' = $state('bears');
	let part: string | undefined = $state();
	const chosen = $derived(members.find((one) => one.part === part) ?? members[0]);
	const worstOf = (id: string) =>
		Math.max(
			0,
			...Object.values(strengths?.known?.modes ?? {}).flatMap(({ members }) => members.filter((one) => one.piece === id).map(used))
		);
	/** Nobody can see less, mm. */
	const LEAST_SAG = 0.5;
	const unsaid = $derived(strength?.unknown ?? []);
	const adrift = $derived((strength?.adrift ?? []).filter((one) => one.piece === piece));
	const remade = $derived(strengths?.remade?.piece === piece && strengths.remade.of === plan ? strengths.remade : undefined);

	const long = (mm: number) => formatLength(Math.round(mm * 10) / 10, preferences.units);
	const percent = (share: number) => (Number.isFinite(share) ? `${Math.round(share * 100)} %` : 'tips');
	const statusOf = (share: number) => (share > 1 ? 'clash' : share > 0.9 ? 'tight' : 'clear');

	function take(one: Remade) {
		session.edit(`${plan.pieces[piece!].name}: ${withUnits(one.label, preferences.units)}`, one.edits);
	}
</script>

<div class="stage">
	<div class="asks">
		<div class="questions" role="group" aria-label="Question">
			<button type="button" aria-pressed={question === 'bears'} onclick={() => (question = 'bears')}>Does it bear?</button>
			<button type="button" aria-pressed={question === 'lifts'} onclick={() => (question = 'lifts')}>Can it be lifted?</button>
			<button type="button" aria-pressed={question === 'stays'} onclick={() => (question = 'stays')}>Does it stay?</button>
			<button type="button" aria-pressed={question === 'weighs'} onclick={() => (question = 'weighs')}>What does it weigh?</button>
		</div>
		{#if question !== 'lifts'}<label>
				<span class="quiet">In the mode</span>
				<select class="field" value={modeId} onchange={(event) => (gaze.modeId = event.currentTarget.value)}>
					{#each Object.entries(plan.modes) as [id, mode] (id)}<option value={id}>{mode.name}</option>{/each}
				</select>
			</label>{/if}
		{#if question === 'bears'}
			<label>
				<span class="quiet">Piece</span>
				<select class="field" value={piece} onchange={(event) => (gaze.selected = event.currentTarget.value)}>
					{#each pieces as [id, { name }] (id)}<option value={id}>{name}{worstOf(id) > 1 ? ', too weak' : ''}</option>{/each}
				</select>
			</label>
		{/if}
	</div>
	{#if question === 'weighs'}
		<WeightPane
			{plan}
			loads={strengths?.known?.loads}
			{modeId}
			views={look?.views}
			onmode={(id) => (gaze.modeId = id)}
			onedit={(label, edits) => session.edit(label, edits)}
		/>
	{:else if question === 'lifts'}
		<LidPane {plan} {piece} onpiece={(id) => (gaze.selected = id)} onedit={(label, edits) => session.edit(label, edits)} />
	{:else if question === 'stays'}
		<StayPane
			{plan}
			restraints={strengths?.known?.restraints[modeId]}
			drives={plan.modes[modeId].use === 'drive'}
			views={look?.views}
			{piece}
			onpiece={(id) => (gaze.selected = id)}
		/>
	{:else}
		<section class="beside" aria-label="What bears">
			{#if pieces.length === 0}
				<p class="quiet">Nothing is built in yet. Add a piece in Layout, and here it says what bears it and how far it bends.</p>
			{:else if strengths?.failure}
				<p role="alert" class="bad">It could not be worked out: {strengths.failure}</p>
			{:else if !strength}
				<p class="quiet" role="status">Working out what bears what …</p>
			{:else}
				{#if strengths && strengths.progress < 1}
					<p class="quiet" role="status">What is shown is of the plan before your last change … {Math.round(strengths.progress * 100)} %</p>
				{/if}
				{#if unsaid.length > 0}<UnsaidStock
						{plan}
						stocks={unsaid.map(({ stock }) => stock)}
						onsay={(label, edits) => session.edit(label, edits)}
					/>{/if}
				{#if adrift.length > 0}
					<p class="doubt">
						Nothing is seen that bears {adrift.map(({ name }) => name.toLowerCase()).join(', ')}: it touches nothing that could. It is
						worked out as if it were held.
					</p>
				{/if}
				<div class="card scroll">
					<table class="listing">
						<thead><tr><th>Part</th><th>Strength used</th><th>Sag</th></tr></thead>
						<tbody>
							{#each lines as { worst, count } (worst.part)}
								<tr class:current={worst.part === chosen?.part}>
									<td
										><button type="button" aria-pressed={worst.part === chosen?.part} onclick={() => (part = worst.part)}
											>{worst.name}{#if count > 1}&nbsp;<span class="quiet">× {count}</span>{/if}</button
										></td
									>
									<td class="figures {statusOf(used(worst))}"
										><span class="bar" aria-hidden="true"><span style:width="{Math.min(100, used(worst) * 100)}%"></span></span>{percent(
											used(worst)
										)}</td
									>
									<td
										class="figures"
										class:clash={worst.sag && worst.sag.mm > 2 * worst.sag.limit}
										class:tight={worst.sag && worst.sag.mm > worst.sag.limit}
										>{worst.sag && worst.sag.mm >= LEAST_SAG ? long(worst.sag.mm) : ''}</td
									>
								</tr>
							{/each}
						</tbody>
					</table>
				</div>
				{#if chosen}
					<div class="card inner"><BearingDetail member={chosen} paths={strength.paths} /></div>
					<div class="card inner">
						<h2>The lightest that holds</h2>
						{#if remade}
							<OtherStock found={remade.found} progress={remade.progress} ontake={take} />
						{:else}
							<p class="quiet">A support more or two, and every other sheet and bar of a like size, tried in all modes with all rules.</p>
							<button type="button" class="tool" onclick={() => strengths?.tryStock(plan, piece!)}>Try other stock</button>
						{/if}
					</div>
				{/if}
				<p class="caution">
					Sums for sleeping, kneeling and sitting down by EN 1995-1-1 with usual figures for materials. Joints, glue and screws are not in
					them yet, and a crash is far beyond them. Load what you built with sandbags before you lie on it.
				</p>
			{/if}
		</section>
		<section class="drawn" aria-label="How it bends">
			{#if look && strength}
				<BentDrawings views={look.views} {members} chosen={chosen?.part} onchoose={(id) => (part = id)} />
			{/if}
		</section>
	{/if}
</div>

<style>
	.stage {
		display: grid;
		grid-template-columns: 430px minmax(0, 1fr);
		grid-template-rows: auto minmax(0, 1fr);
		gap: 12px;
		padding: 12px;
		height: 100%;
		min-height: 0;
	}
	.asks {
		grid-column: 1 / -1;
		display: flex;
		flex-wrap: wrap;
		gap: 6px 18px;
		align-items: center;
		font-size: 12.5px;
	}
	.asks label {
		white-space: nowrap;
		display: flex;
		gap: 6px;
		align-items: center;
	}
	td.figures {
		white-space: nowrap;
	}
	.bar {
		display: inline-block;
		width: 46px;
		height: 7px;
		margin-right: 6px;
		background: var(--rule);
	}
	.bar span {
		display: block;
		height: 100%;
		background: currentColor;
	}
	.clear .bar {
		color: var(--clear);
	}
	@media (max-width: 900px) {
		.stage {
			display: flex;
			flex-direction: column;
			height: auto;
		}
	}
</style>

<script lang="ts">
	import { untrack } from 'svelte';
	import { preferences } from '$lib/client/preferences.svelte';
	import { settingAside, toldOf, type Finding, type Fix } from '$lib/core/checks';
	import { compromises, type Lever, type LeverOption } from '$lib/core/height';
	import { BED_POSTURES, type BedPosture } from '$lib/core/people';
	import { kindOf, numberRange } from '$lib/core/pieces';
	import { Moving } from '$lib/client/moving.svelte';
	import { madeOf } from '$lib/core/derive';
	import { worstOverlap } from '$lib/core/solid';
	import { formatLength, withUnits } from '$lib/core/units';
	import { dragParameter, heightSnaps, snapTo, type ViewName } from '$lib/core/views';
	import { useWorkbench } from '$lib/ui/context';
	import Drawing from '$lib/ui/Drawing.svelte';
	import Findings from '$lib/ui/Findings.svelte';
	import Model from '$lib/ui/Model.svelte';
	import HeightChart from '$lib/ui/HeightChart.svelte';
	import HeightTrade from '$lib/ui/HeightTrade.svelte';
	import ModeForm from '$lib/ui/ModeForm.svelte';
	import ModeStrip from '$lib/ui/ModeStrip.svelte';
	import PiecesPanel from '$lib/ui/PiecesPanel.svelte';
	import ViewTable from '$lib/ui/ViewTable.svelte';
	import { marginWords, todayHere } from '$lib/ui/words';

	const workbench = useWorkbench();
	const { session } = workbench;
	const { gaze } = workbench;

	const answers = $derived(workbench.derived);
	const look = $derived(answers?.look);
	const plan = $derived(session.plan);
	const selected = $derived(gaze.selected && plan.pieces[gaze.selected] ? gaze.selected : undefined);
	const kind = $derived(selected ? kindOf(plan.pieces[selected].kind) : undefined);
	const heightRange = $derived(kind?.heightParam ? numberRange(kind.params.shape[kind.heightParam]) : undefined);
	const height = $derived((selected && dragParameter(plan, selected, 'height')?.value) || 0);
	const longest = $derived(answers?.longest.filter((l) => l.modeId === gaze.modeId) ?? []);

	/** A volume as people say it. */
	const volumeWords = (mm3: number) => (mm3 < 1e6 ? `${(mm3 / 1000).toFixed(1)} cm³` : `${(mm3 / 1e6).toFixed(1)} litres`);
	/** The greatest overlap of solids in this mode. */
	const overlap = $derived(worstOverlap(workbench.solids?.verdicts ?? []));
	/** What the solids say of all pieces of this mode. */
	const verdict = $derived.by(() => {
		const verdicts = workbench.solids?.verdicts;
		if (!verdicts || verdicts.length === 0) return undefined;
		if (overlap) return `Solids: ${overlap.part} overlaps ${overlap.into} by ${volumeWords(overlap.volume)}.`;
		const near = verdicts.flatMap((v) => (v.gap ? [v.gap] : [])).sort((a, b) => a.mm - b.mm)[0];
		return near
			? `Solids: nothing overlaps; the smallest gap is ${formatLength(Math.floor(near.mm * 10) / 10, preferences.units)}, at ${near.part.toLowerCase()}.`
			: 'Solids: nothing overlaps.';
	});
	/** The height decision by itself, with its levers, instead of beside the drawings. */
	let deciding = $state(false);
	let levers: Lever[] = $state.raw([]);
	const marks = $derived(answers?.study ? compromises(answers.study) : []);
	/** What the chart says, whatever the present height: the levers are worked out afresh when that changes. */
	const curves = $derived(answers?.study?.piece === selected ? JSON.stringify(answers?.study) : '');
	$effect(() => {
		if (deciding && selected && curves) untrack(() => answers?.levers({ plan, piece: selected, report: (found) => (levers = found) }));
	});
	let panel: 'piece' | 'mode' = $state('piece');
	let pointed: Finding | undefined = $state.raw();
	/** The longest sleeper that is pointed at. */
	let measured: (typeof longest)[number] | undefined = $state.raw();
	const lit = $derived(
		pointed
			? { line: pointed.line, at: pointed.at, text: marginWords(pointed, preferences.units) }
			: measured?.line && { line: measured.line, at: measured.line[0], text: formatLength(measured.stature, preferences.units) }
	);
	const pairs = $derived(answers?.pairs.filter(({ modeId }) => modeId === gaze.modeId) ?? []);
	/** In three dimensions the greatest overlap is lit as long as no finding is pointed at. */
	const litSolid = $derived(lit ?? (overlap && { line: undefined, at: overlap.at, text: volumeWords(overlap.volume) }));
	/** The posture that a finding is about, shown while it is pointed at. */
	const POSTURE_OF_RULE: Record<string, BedPosture> = {
		'sitting-up': 'sitting up',
		propped: 'propped on an elbow',
		'turning-over': 'curled on the side'
	};
	let chosen: BedPosture = $state('lying on the back');
	$effect(() => {
		gaze.posture = (pointed && POSTURE_OF_RULE[pointed.rule]) ?? chosen;
	});
	const inBed = $derived(Object.values(plan.modes[gaze.modeId]?.people ?? {}).some(({ posture }) => posture === 'lying'));
	const moving = new Moving(session, () => gaze.node);
	function select(of: string, part?: string) {
		if (!moving.movable(of)) return;
		gaze.selected = of;
		const piece = plan.pieces[of];
		const at = piece.kind === 'own' && part ? madeOf(piece, plan).nodes.get(part) : undefined;
		gaze.node = at && [...at];
	}
	/** Parts of the selected piece that belong to the node that is looked at. */
	const picked = $derived.by(() => {
		const piece = selected ? plan.pieces[selected] : undefined;
		const node = gaze.node;
		if (piece?.kind !== 'own' || !node) return () => false;
		const { nodes } = madeOf(piece, plan);
		return (part: string) => node.every((name, i) => nodes.get(part)?.[i] === name);
	});
	const nudge = (view: ViewName, dx: number, dy: number) => selected && moving.nudge(selected, view, dx, dy);

	function moveHeight(value: number, phase: 'move' | 'end' | 'step') {
		if (!selected) return;
		const path = dragParameter(plan, selected, 'height')?.path;
		if (!path) return;
		const edits = [{ path, value: phase === 'step' ? value : snapTo(value, heightSnaps(plan, selected), 6).value }];
		if (phase === 'move') session.preview(edits);
		else session.edit(`height of ${plan.pieces[selected].name}`, edits);
	}

	const turnLever = (lever: Lever, option: LeverOption) =>
		session.edit(`${lever.label.toLowerCase()}: ${withUnits(option.label, preferences.units)}`, option.edits);

	function applyFix(fix: Fix) {
		session.edit(fix.label.toLowerCase(), fix.edits);
		pointed = undefined;
	}

	function setAside(finding: Finding, reason?: string) {
		const aside = reason === undefined ? undefined : { reason, date: todayHere() };
		const does = aside ? 'set aside' : 'tell again';
		session.edit(`${does}: ${finding.title}`, settingAside(plan, finding, aside));
		pointed = undefined;
	}

	/** Whatever a finding can be about. */
	const names = $derived(
		Object.fromEntries(
			[plan.pieces, plan.crew, plan.gear, plan.animals ?? {}, plan.vehicle.seats, plan.vehicle.openings, plan.vehicle.anchors].flatMap(
				(table) => Object.entries(table).map(([id, { name }]): [string, string] => [id, name])
			)
		)
	);

	const sectionRange: [number, number] = $derived([0, plan.vehicle.length.mm]);
</script>

<div class="stage" class:designing={selected !== undefined && plan.pieces[selected].kind === 'own' && panel === 'piece'}>
	<aside class="left">
		<div class="tabs" role="group" aria-label="What to change">
			<button type="button" class="tool" class:main={panel === 'piece'} aria-pressed={panel === 'piece'} onclick={() => (panel = 'piece')}
				>Piece</button
			>
			<button type="button" class="tool" class:main={panel === 'mode'} aria-pressed={panel === 'mode'} onclick={() => (panel = 'mode')}
				>Mode</button
			>
		</div>
		{#if panel === 'piece'}
			<PiecesPanel />
		{:else}
			<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
			<section class="card mode-panel" tabindex="0" aria-label="Mode"><ModeForm /></section>
		{/if}
	</aside>

	<div class="centre">
		<ModeStrip
			modes={plan.modes}
			thumbs={look?.thumbs ?? {}}
			findings={toldOf(plan, answers?.findings ?? [])}
			current={gaze.modeId}
			onchoose={(id) => (gaze.modeId = id)}
		/>
		{#if look}
			<div class="drawings" class:with-solid={gaze.solid} class:deciding={deciding && !gaze.solid}>
				{#if gaze.solid}
					<div class="card view solid">
						<h2>In three dimensions</h2>
						{#if workbench.solids?.failure}<p class="quiet wait">{workbench.solids.failure}</p>{/if}
						<Model model={workbench.solids?.model} {selected} lit={litSolid} length={plan.vehicle.length.mm} />
					</div>
				{/if}
				<div class="card view above">
					<h2>From above</h2>
					<Drawing
						view={look.views.above}
						title="The vehicle from above"
						{selected}
						{lit}
						movable={moving.movable}
						sectionX={gaze.sectionX}
						{sectionRange}
						{picked}
						onselect={select}
						ondrag={moving.drag}
						onnudge={nudge}
						onnudged={moving.endNudge}
						onsection={(x) => (gaze.sectionX = x)}
					/>
				</div>
				<div class="card view cross">
					<h2>Across, <span class="figures">{formatLength(gaze.sectionX, preferences.units)}</span> from the rear door</h2>
					<Drawing
						view={look.views.cross}
						title="Cross-section looking forward"
						{selected}
						{lit}
						movable={moving.movable}
						{picked}
						onselect={select}
						ondrag={moving.drag}
						onnudge={nudge}
						onnudged={moving.endNudge}
					/>
				</div>
				<div class="card view long">
					<h2>Along the middle</h2>
					<Drawing
						view={look.views.long}
						title="Long section"
						{selected}
						{lit}
						movable={moving.movable}
						sectionX={gaze.sectionX}
						{sectionRange}
						{picked}
						onselect={select}
						ondrag={moving.drag}
						onnudge={nudge}
						onnudged={moving.endNudge}
						onsection={(x) => (gaze.sectionX = x)}
					/>
				</div>
				{#if !gaze.solid}
					<div class="card view chart">
						<h2>How high?</h2>
						{#if answers?.study && selected && heightRange}
							<button type="button" class="tool grow" aria-pressed={deciding} onclick={() => (deciding = !deciding)}
								>{deciding ? 'Smaller' : 'Larger, with levers'}</button
							>
							<HeightChart study={answers.study} {height} range={heightRange} compromises={marks} onmove={moveHeight} />
							{#if deciding}
								<HeightTrade compromises={marks} {levers} {height} onheight={(value) => moveHeight(value, 'step')} onlever={turnLever} />
							{/if}
						{:else}
							<p class="quiet wait">{selected ? 'Trying every height …' : 'Choose a piece to see what each height gives and takes.'}</p>
						{/if}
					</div>
				{/if}
			</div>
			<div class="foot">
				<button type="button" class="tool" aria-pressed={gaze.solid} onclick={() => (gaze.solid = !gaze.solid)}
					>{gaze.solid ? 'Back to the drawings' : 'Look at it in 3D'}</button
				>
				{#if inBed}
					<label class="posture">
						<span class="quiet">In bed, show them</span>
						<select class="field" bind:value={chosen}>
							{#each BED_POSTURES as posture (posture)}<option value={posture}>{posture}</option>{/each}
						</select>
					</label>
				{/if}
				<span class="quiet" role="status">{moving.stopped}</span>
				{#if verdict}<span data-testid="verdict">{verdict}</span>{/if}
				{#each longest as one, i (i)}
					<button
						type="button"
						class="figure"
						onpointerenter={() => (measured = one)}
						onpointerleave={() => (measured = undefined)}
						onfocus={() => (measured = one)}
						onblur={() => (measured = undefined)}
						>Longest sleeper in {plan.crew[one.person]?.name}’s place:
						<strong class="figures">{formatLength(one.stature, preferences.units)}</strong></button
					>
				{/each}
				{#each pairs as { people, extra, headToFoot } (people.join())}
					<span
						>{people.map((id) => plan.crew[id]?.name).join(' and ')}{headToFoot ? ', head to foot' : ''}:
						{#if extra === undefined}no room for both{:else}
							<strong class="figures">{formatLength(Math.abs(Math.floor(extra)), preferences.units)}</strong>
							{extra < 0 ? 'too little' : 'to spare'} at the shoulders each{/if}</span
					>
				{/each}
				<ViewTable {look} />
			</div>
		{:else}
			<p class="quiet wait">{answers?.failure ?? 'Drawing the vehicle …'}</p>
		{/if}
	</div>

	<Findings
		findings={answers?.findings ?? []}
		{plan}
		{names}
		progress={answers?.progress ?? 0}
		awaited={answers?.awaited ?? []}
		{pointed}
		onpoint={(finding) => (pointed = finding)}
		onopen={(id) => answers?.open(id, preferences.units)}
		onfix={(_, fix) => applyFix(fix)}
		onaside={setAside}
		ontake={(label, edits) => session.edit(label, edits)}
	/>
</div>

<style>
	.stage {
		display: grid;
		grid-template-columns: 248px minmax(0, 1fr) 316px;
		gap: 10px;
		height: 100%;
		padding: 10px;
		min-height: 0;
	}
	.designing {
		grid-template-columns: 340px minmax(0, 1fr) 308px;
	}
	.left {
		display: flex;
		flex-direction: column;
		gap: 6px;
		min-height: 0;
	}
	.tabs {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 6px;
	}
	.mode-panel {
		padding: 10px;
		overflow-y: auto;
		min-height: 0;
	}
	.centre {
		display: flex;
		flex-direction: column;
		gap: 8px;
		min-height: 0;
		min-width: 0;
	}
	.drawings {
		flex: 1;
		min-height: 0;
		display: grid;
		grid-template-columns: repeat(20, minmax(0, 1fr));
		grid-template-rows: minmax(0, 1fr) minmax(0, 1fr);
		gap: 8px;
	}
	.view {
		position: relative;
		min-height: 0;
		min-width: 0;
		padding: 22px 4px 4px;
		background: var(--paper);
		overflow: hidden;
	}
	.solid {
		grid-column: span 20;
	}
	.with-solid {
		grid-template-rows: minmax(0, 1.7fr) minmax(0, 1fr);
	}
	.with-solid :is(.above, .long) {
		grid-column: span 7;
	}
	.with-solid .cross {
		order: 1;
		grid-column: span 6;
	}
	.above {
		grid-column: span 12;
	}
	.cross {
		grid-column: span 8;
	}
	.long,
	.chart {
		grid-column: span 10;
	}
	/* Deciding on the height: the chart is the stage, and the section beside it follows the line. */
	.deciding {
		grid-template-rows: minmax(0, 1fr) minmax(0, 1.7fr);
	}
	.deciding :is(.above, .cross) {
		display: none;
	}
	.deciding .long {
		grid-column: span 20;
	}
	.deciding .chart {
		grid-column: span 20;
		display: grid;
		grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
		gap: 8px;
	}
	.grow {
		position: absolute;
		top: 2px;
		right: 4px;
		min-height: 22px;
		padding: 0 8px;
		font-size: 12px;
	}
	.view h2 {
		position: absolute;
		top: 3px;
		left: 8px;
		font-size: 12px;
		font-weight: 500;
		color: var(--ink-soft);
		margin: 0;
	}
	.wait {
		padding: 16px;
	}
	.foot {
		display: flex;
		flex-wrap: wrap;
		gap: 2px 16px;
		align-items: baseline;
		font-size: 12.5px;
		min-height: 20px;
	}
	.figure {
		padding: 0;
		border: 0;
		background: none;
		color: inherit;
		font: inherit;
		cursor: help;
	}
	.posture {
		display: inline-flex;
		gap: 6px;
		align-items: baseline;
	}
	.posture select {
		width: auto;
		padding: 1px 24px 1px 6px;
	}
	@media (max-width: 900px) {
		.stage {
			display: flex;
			flex-direction: column;
			height: auto;
		}
		.drawings {
			display: flex;
			flex-direction: column;
		}
		.view {
			height: 280px;
		}
		.deciding .chart {
			display: block;
			height: auto;
		}
		.deciding .chart > :global(.chart) {
			height: 280px;
		}
		.centre {
			order: -1;
		}
		.stage > :global(.findings) {
			order: -1;
			max-height: 60vh;
		}
	}
</style>

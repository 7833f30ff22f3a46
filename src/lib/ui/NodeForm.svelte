<script lang="ts">
	import { turnedPanel } from '../core/design/editing';
	import { FACES_ACROSS } from '../core/design/faces';
	import {
		AXES,
		CORNERS,
		EDGES,
		type Axis,
		type DesignJoint,
		type DesignNode,
		type GroupNode,
		type PanelNode,
		type Span
	} from '../core/design/schema';
	import type { Box } from '../core/geometry/vector';
	import { FOAMS } from '../core/pieces';
	import { USES, type Stock } from '../core/plan';
	import { SLIDE_NAMES } from '../core/slides';
	import MassField from './MassField.svelte';
	import SizeField from './SizeField.svelte';
	import SpanField from './SpanField.svelte';

	interface Props {
		node: DesignNode;
		/** What it is called when it says nothing. */
		name: string;
		stock: Stock;
		/** Where it stands, if it could be worked out. */
		box?: Box;
		/** Id of the list of names that sums can use. */
		names: string;
		onchange: (node: DesignNode, label: string) => void;
	}
	let { node, name, stock, box, names, onchange }: Props = $props();

	const STANDS: Record<Axis, string> = { z: 'level', x: 'upright, across the vehicle', y: 'upright, along the vehicle' };
	const ALONG: Record<Axis, string> = { x: 'along the vehicle', y: 'across the vehicle', z: 'upright' };
	const stocked = (axis: Axis): boolean => (node.kind === 'panel' && axis === node.normal) || (node.kind === 'bar' && axis !== node.along);
	const set = (change: object, label: string) => onchange({ ...node, ...change } as DesignNode, label);

	/** A bar laid along another axis: as long there as it was, thin along the others. */
	function lie(bar: Extract<DesignNode, { kind: 'bar' }>, along: Axis): void {
		const long = box ? Math.round(box[bar.along][1] - box[bar.along][0]) : 300;
		const from = (axis: Axis) => bar[axis].from ?? Math.round(box?.[axis][0] ?? 0);
		const spans = Object.fromEntries(
			AXES.map((axis): [Axis, Span] => [axis, axis === along ? { from: from(axis), size: long } : { from: from(axis) }])
		);
		set({ along, wide: along === 'z' ? 'x' : 'z', ...spans }, 'how it lies');
	}

	const JOINTS: Record<DesignJoint['kind'], string> = {
		hinge: 'turns about a hinge',
		swing: 'swings about a bolt',
		slide: 'slides',
		track: 'climbs a track',
		carried: 'is carried by hand'
	};
	/** A joint of another kind for a group, where its edges are. */
	function joined(kind: string): DesignJoint | undefined {
		const first = Object.keys((node as GroupNode).nodes)[0] ?? 'board';
		if (kind === 'hinge' || kind === 'swing') return { kind, axis: 'y', x: `${first}.front`, z: `${first}.top`, turns: 95 };
		if (kind === 'slide') return { kind, axis: 'x', by: -400 };
		return kind === 'carried' ? { kind } : undefined;
	}
	const joint = $derived(node.kind === 'group' ? node.joint : undefined);
	const setJoint = (change: object) => set({ joint: { ...joint, ...change } }, 'joint');
	/** A hinge along another axis keeps a place on each of the two others. */
	function hingeAlong(axis: Axis): void {
		if (joint?.kind !== 'hinge' && joint?.kind !== 'swing') return;
		const place = (one: Axis) => joint[one] ?? Math.round(box?.[one][0] ?? 0);
		const { kind, turns } = joint;
		set(
			{ joint: { kind, axis, turns, ...Object.fromEntries(AXES.filter((one) => one !== axis).map((one) => [one, place(one)])) } },
			'joint'
		);
	}

	const plane = (normal: Axis) => AXES.filter((axis) => axis !== normal);
	const cornersOf = (panel: PanelNode) =>
		CORNERS.filter((corner) => corner.split('-').every((face) => plane(panel.normal).some((axis) => FACES_ACROSS[axis].includes(face))));
	const toggled = <T,>(list: readonly T[] | undefined, one: T): T[] =>
		list?.includes(one) ? list.filter((other) => other !== one) : [...(list ?? []), one];
</script>

{#snippet select(label: string, value: string, options: readonly (readonly [string, string])[], choose: (value: string) => void)}
	<label class="row">
		<span>{label}</span>
		<select class="field" {value} onchange={(event) => choose(event.currentTarget.value)}>
			{#each options as [key, words] (key)}<option value={key}>{words}</option>{/each}
		</select>
	</label>
{/snippet}

<div class="form">
	<label class="row">
		<span>Called</span>
		<input
			class="field"
			maxlength="80"
			value={node.called ?? name}
			onchange={(event) => set({ called: event.currentTarget.value.trim() || undefined }, 'name')}
		/>
	</label>
	{#if node.kind === 'panel'}
		{@render select(
			'Sheet',
			node.stock,
			Object.entries(stock.sheets).map(([id, sheet]) => [id, sheet.name] as const),
			(value) => set({ stock: value }, 'sheet')
		)}
		{@render select(
			'It is',
			node.normal,
			AXES.map((axis) => [axis, STANDS[axis]] as const).reverse(),
			(value) => box && onchange(turnedPanel(node as PanelNode, value as Axis, box), 'how it stands')
		)}
	{:else if node.kind === 'bar'}
		{@render select(
			'Bar',
			node.stock,
			Object.entries(stock.bars).map(([id, bar]) => [id, bar.name] as const),
			(value) => set({ stock: value }, 'bar')
		)}
		{@render select(
			'It lies',
			node.along,
			AXES.map((axis) => [axis, ALONG[axis]] as const),
			(value) => lie(node as never, value as Axis)
		)}
		{@render select(
			'Its wide side',
			node.wide,
			AXES.filter((axis) => axis !== node.along).map((axis) => [axis, { x: 'along', y: 'across', z: 'on edge' }[axis]] as const),
			(value) => set({ wide: value }, 'wide side')
		)}
	{:else if node.kind === 'pad'}
		{@render select(
			'It is a',
			node.role,
			[
				['mattress', 'mattress'],
				['seat', 'seat'],
				['back', 'backrest']
			],
			(value) => set({ role: value }, 'what it is')
		)}
		{@render select(
			'Foam',
			node.foam,
			FOAMS.map((foam) => [foam, foam] as const),
			(value) => set({ foam: value }, 'foam')
		)}
		{#if node.role === 'seat'}
			{@render select(
				'One looks',
				node.looks ?? 'rear',
				EDGES.map((edge) => [edge, `to the ${edge}`] as const),
				(value) => set({ looks: value }, 'way one looks')
			)}
		{/if}
	{:else if node.kind === 'bought'}
		<MassField label="Weight, full" value={node.weight} range={[0, 500]} onchange={(kg) => set({ weight: kg }, 'weight')} />
	{:else if node.kind === 'repeat'}
		<SizeField label="How many" value={node.count} {names} plain onchange={(count) => set({ count }, 'count')} />
		<p class="quiet">“index” counts them from 0 in the sums of what is in it.</p>
	{:else if node.kind === 'mirror'}
		<p class="quiet">What is in it stands on both sides: left is right in the other one.</p>
	{:else if node.kind === 'group'}
		{@render select(
			'It',
			joint?.kind ?? 'none',
			[['none', 'stays where it is'], ...Object.entries(JOINTS).filter(([kind]) => kind !== 'track' || joint?.kind === 'track')] as [
				string,
				string
			][],
			(value) => set({ joint: joined(value), ...(value === 'none' ? { opens: undefined, drawer: undefined } : {}) }, 'joint')
		)}
		{#if joint?.kind === 'hinge' || joint?.kind === 'swing'}
			{@render select(
				'Its line runs',
				joint.axis,
				AXES.map((axis) => [axis, ALONG[axis]] as const),
				(value) => hingeAlong(value as Axis)
			)}
			<div class="sizes">
				{#each AXES.filter((axis) => axis !== joint.axis) as axis (axis)}
					<SizeField
						label={{ x: 'Line at, along', y: 'Line at, across', z: 'Line at, up' }[axis]}
						value={joint[axis]}
						{names}
						onchange={(size) => setJoint({ [axis]: size })}
					/>
				{/each}
				<SizeField label="Turns by (°)" value={joint.turns} {names} plain onchange={(turns) => setJoint({ turns })} />
			</div>
			{#if joint.kind === 'hinge' && joint.axis !== 'z'}
				<label class="check"
					><input
						type="checkbox"
						checked={joint.stays ?? false}
						onchange={(event) => setJoint({ stays: event.currentTarget.checked || undefined })}
					/>A stay, a bracket or wires hold it</label
				>
			{/if}
		{:else if joint?.kind === 'slide'}
			{@render select(
				'It slides',
				joint.axis,
				[
					['x', 'along the vehicle'],
					['y', 'across the vehicle'],
					['z', 'up and down']
				],
				(value) => setJoint({ axis: value })
			)}
			<SizeField label="By, to the front, left or top" value={joint.by} {names} onchange={(by) => setJoint({ by })} />
			<label class="row">
				<span>Slides of a drawer</span>
				<select
					class="field"
					value={node.drawer?.slide ?? ''}
					onchange={(event) =>
						set(
							{
								drawer: event.currentTarget.value
									? { slide: event.currentTarget.value, content: (node as GroupNode).drawer?.content ?? 15 }
									: undefined
							},
							'slides'
						)}
				>
					<option value="">it is no drawer</option>
					{#each SLIDE_NAMES as slide (slide)}<option>{slide}</option>{/each}
				</select>
			</label>
			{#if node.drawer}
				<label class="check"
					><input
						type="checkbox"
						checked={node.drawer.catch ?? false}
						onchange={() =>
							set({ drawer: { ...(node as GroupNode).drawer!, catch: (node as GroupNode).drawer!.catch ? undefined : true } }, 'catch')}
					/>A catch holds it shut</label
				>
				<MassField
					label="It holds"
					value={node.drawer.content}
					range={[0, 300]}
					onchange={(content) => set({ drawer: { ...(node as GroupNode).drawer!, content } }, 'load')}
				/>
			{/if}
		{/if}
		{#if joint && joint.kind !== 'carried'}
			<div class="checks" role="group" aria-label="When it must open">
				<span>Must open</span>
				{#each USES as use (use)}
					<label
						><input
							type="checkbox"
							checked={node.opens?.includes(use) ?? false}
							onchange={() => set({ opens: toggled((node as GroupNode).opens, use) }, 'when it opens')}
						/>{use}</label
					>
				{/each}
			</div>
		{/if}
	{/if}

	{#if !('nodes' in node)}
		{#each AXES as axis (axis)}
			<SpanField
				{axis}
				span={node[axis]}
				stocked={stocked(axis)}
				range={box?.[axis]}
				{names}
				onchange={(span) => set({ [axis]: span }, 'place')}
			/>
		{/each}
	{/if}

	{#if node.kind === 'panel' || node.kind === 'bar'}
		{@render select(
			'Held by',
			node.held ?? '',
			[
				['', 'what it stands on or is screwed to'],
				['wall', 'screws into the wall'],
				['what is below', 'lying on another piece or a seat']
			],
			(value) => set({ held: value || undefined, edges: undefined }, 'what holds it')
		)}
		{#if node.held === 'what is below'}
			<div class="checks" role="group" aria-label="Edges that lie on something">
				<span>Lies with its</span>
				{#each EDGES as edge (edge)}
					<label
						><input
							type="checkbox"
							checked={node.edges?.includes(edge) ?? false}
							onchange={() => set({ edges: toggled(node.edges, edge) }, 'edges')}
						/>{edge}</label
					>
				{/each}
			</div>
		{/if}
	{/if}

	{#if node.kind === 'panel'}
		<label class="row">
			<span>For</span>
			<select class="field" value={node.use ?? ''} onchange={(event) => set({ use: event.currentTarget.value || undefined }, 'use')}>
				<option value="">carrying only</option>
				<option value="work">working at</option>
				<option value="sleep">sleeping on</option>
				<option value="animal">a dog</option>
			</select>
		</label>
		<details>
			<summary>Corners and cut-outs</summary>
			{#each cornersOf(node) as corner (corner)}
				{@const clip = node.clips?.[corner]}
				<fieldset class="corner">
					<legend>{corner.replace('-', ' ')} corner, cut off</legend>
					<div class="sizes">
						{#each plane(node.normal) as axis (axis)}
							<SizeField
								label={{ x: 'Along', y: 'Across', z: 'Up' }[axis]}
								value={clip?.[axis] ?? 0}
								{names}
								onchange={(size) =>
									set(
										{
											clips: {
												...(node as PanelNode).clips,
												[corner]: { ...Object.fromEntries(plane((node as PanelNode).normal).map((one) => [one, 0])), ...clip, [axis]: size }
											}
										},
										'corner'
									)}
							/>
						{/each}
					</div>
				</fieldset>
			{/each}
			{#each Object.entries(node.cutOuts ?? {}) as [key, cut] (key)}
				<fieldset class="corner">
					<legend>
						{cut.called ?? key}
						<button
							type="button"
							class="tool small"
							onclick={() =>
								set(
									{ cutOuts: Object.fromEntries(Object.entries((node as PanelNode).cutOuts!).filter(([other]) => other !== key)) },
									'cut-out'
								)}>Fill it</button
						>
					</legend>
					{#each plane(node.normal) as axis (axis)}
						<SpanField
							{axis}
							span={cut[axis] ?? { from: 0, size: 100 }}
							stocked={false}
							{names}
							onchange={(span) => set({ cutOuts: { ...(node as PanelNode).cutOuts, [key]: { ...cut, [axis]: span } } }, 'cut-out')}
						/>
					{/each}
				</fieldset>
			{/each}
			<button
				type="button"
				class="tool"
				disabled={!box}
				onclick={() => {
					const own = node as PanelNode;
					let n = Object.keys(own.cutOuts ?? {}).length + 1;
					while (own.cutOuts?.[`cutOut${n}`]) n++;
					const spans = Object.fromEntries(
						plane(own.normal).map((axis) => [
							axis,
							{ middle: Math.round((box![axis][0] + box![axis][1]) / 2), size: axis === 'x' ? 100 : 30 }
						])
					);
					set({ cutOuts: { ...own.cutOuts, [`cutOut${n}`]: { called: `Cut-out ${n}`, ...spans } } }, 'cut-out');
				}}>Cut something out</button
			>
			{#if node.normal === 'z'}
				<div class="checks" role="group" aria-label="Edges cut along what is there">
					<span>Cut along</span>
					{#each [['left', 'left wall'], ['right', 'right wall'], ['arches', 'arches and posts'], ['rear', 'rear corners']] as const as [key, words] (key)}
						<label
							><input
								type="checkbox"
								checked={node.follows?.[key] !== undefined}
								onchange={() => {
									const follows = {
										...(node as PanelNode).follows,
										[key]: (node as PanelNode).follows?.[key] === undefined ? 10 : undefined
									};
									const kept = Object.fromEntries(Object.entries(follows).filter(([, gap]) => gap !== undefined));
									set({ follows: Object.keys(kept).length > 0 ? kept : undefined }, 'edges');
								}}
							/>{words}</label
						>
					{/each}
				</div>
			{/if}
		</details>
	{/if}
</div>

<style>
	.form {
		display: grid;
		gap: 8px;
	}
	.row {
		display: grid;
		grid-template-columns: 92px minmax(0, 1fr);
		align-items: center;
		gap: 8px;
		font-size: 12.5px;
	}
	.row span,
	.checks > span {
		color: var(--ink-soft);
		font-size: 12.5px;
	}
	.row :global(.field) {
		font-size: 13px;
		padding-block: 3px;
	}
	.sizes {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 6px;
	}
	.checks {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 10px;
		align-items: center;
		font-size: 12.5px;
	}
	.checks label {
		display: inline-flex;
		gap: 4px;
		align-items: center;
	}
	.check {
		display: flex;
		gap: 6px;
		align-items: center;
		font-size: 12.5px;
	}
	details {
		font-size: 12.5px;
	}
	details > :global(*) {
		margin-top: 6px;
	}
	.corner {
		border: 0;
		padding: 0;
		margin: 6px 0 0;
	}
	.corner legend {
		display: flex;
		width: 100%;
		justify-content: space-between;
		font-size: 12px;
		color: var(--ink-soft);
		padding: 0;
	}
	p {
		margin: 0;
		font-size: 12px;
	}
	.small {
		min-height: 20px;
		padding: 0 6px;
		font-size: 11.5px;
	}
</style>

<script lang="ts">
	import type { View } from '../core/views';
	import type { MemberStrength } from '../core/structure';
	import { preferences } from '../client/preferences.svelte';
	import { formatLength } from '../core/units';
	import DrawingPair from './DrawingPair.svelte';

	interface Props {
		views: { above: View; long: View };
		members: readonly MemberStrength[];
		/** The part looked at, by its id. */
		chosen: string | undefined;
		onchoose: (part: string) => void;
	}
	let { views, members, chosen, onchoose }: Props = $props();

	const statusOf = ({ stress, tips }: MemberStrength) =>
		tips || (stress && stress.used > 1) ? 'clash' : stress && stress.used > 0.9 ? 'tight' : 'clear';
	const deepest = $derived(Math.max(0, ...members.flatMap(({ bent }) => bent.map(({ down }) => down))));
	/** Sags are drawn so much larger that the deepest shows, and never smaller than they are. */
	const STEPS = [1, 2, 5, 10, 20, 50];
	const factor = $derived(STEPS.findLast((step) => step * deepest <= 90) ?? 1);
	/** Stretches are counted from well behind the vehicle, so that none is negative. */
	const FIRST = 1000;
	/** The lowest line of a bent part along the vehicle: the deepest of its places in each stretch. */
	function lineOf({ bent }: MemberStrength): { x: number; z: number }[] {
		const stretches: Record<number, (typeof bent)[number]> = {};
		for (const place of bent) {
			const stretch = Math.round(place.x / 40) + FIRST;
			if (!(stretches[stretch]?.down >= place.down)) stretches[stretch] = place;
		}
		// Whole numbers come in their order.
		return Object.values(stretches).map(({ x, z, down }) => ({ x, z: z - factor * down }));
	}
	const path = (points: { x: number; y: number }[]) =>
		points.map(({ x, y }, i) => `${i ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`).join('');
	const level = $derived(members.filter(({ role }) => role !== 'leg'));
	const long = (mm: number) => formatLength(Math.round(mm * 10) / 10, preferences.units);
	const percent = (share: number) => `${Math.round(share * 100)} %`;
	const shown = $derived(members.find(({ part }) => part === chosen));
</script>

{#snippet used(px: number)}
	{#each level as member (member.part)}
		<!-- What is chosen here can be chosen in the list by keyboard. -->
		<!-- svelte-ignore a11y_no_static_element_interactions, a11y_click_events_have_key_events -->
		<path
			d="{path(member.outline)}Z"
			transform="scale(1 -1)"
			class="part {statusOf(member)}"
			class:chosen={member.part === chosen}
			onclick={() => onchoose(member.part)}
		>
			<title>{member.name}{member.stress ? `, used to ${percent(member.stress.used)}` : ''}</title>
		</path>
	{/each}
	{#if shown?.stress}
		{@const { at, used } = shown.stress}
		<g class="mark">
			<circle cx={at.x} cy={-at.y} r={7 * px} stroke-width={2.5 * px} />
			<text x={at.x + 11 * px} y={-at.y - 7 * px} font-size={12.5 * px} stroke-width={4 * px}>{percent(used)}</text>
		</g>
	{/if}
{/snippet}
{#snippet sagging(px: number)}
	{#each level as member (member.part)}
		{@const line = lineOf(member).map(({ x, z }) => ({ x, y: -z }))}
		{#if line.length > 1}
			<path
				d={path(line)}
				class="bent {statusOf(member)}"
				class:chosen={member.part === chosen}
				stroke-width={member.part === chosen ? 3 * px : 1.6 * px}
			/>
		{/if}
	{/each}
	{#if shown?.sag && shown.sag.mm >= 0.5}
		{@const { at, mm } = shown.sag}
		<g class="mark">
			<text x={at.x} y={-at.z - 10 * px} font-size={12.5 * px} stroke-width={4 * px} text-anchor="middle">{long(mm)}</text>
		</g>
	{/if}
{/snippet}

<DrawingPair
	above={{
		view: views.above,
		note: 'how much of its strength each part uses',
		title: 'From above, parts by how much of their strength is used',
		over: used
	}}
	side={{
		view: views.long,
		note:
			deepest >= 0.5
				? `bent shape, ${factor === 1 ? 'to scale' : `${factor} times as deep`}; ${long(deepest)} at most`
				: 'nothing bends noticeably',
		title: 'From the side, with the bent shape',
		over: sagging
	}}
/>

<style>
	path {
		vector-effect: non-scaling-stroke;
		stroke-linejoin: round;
	}
	.part {
		fill: transparent;
		stroke: none;
		cursor: pointer;
	}
	.part.tight {
		fill: color-mix(in srgb, var(--tight) 45%, transparent);
	}
	.part.clash {
		fill: color-mix(in srgb, var(--clash) 55%, transparent);
	}
	.part.chosen {
		stroke: var(--accent);
		stroke-width: 3;
	}
	.bent {
		fill: none;
		stroke: var(--ink);
		vector-effect: none;
	}
	.bent.tight {
		stroke: var(--tight);
	}
	.bent.clash {
		stroke: var(--clash);
	}
	.bent.chosen {
		stroke: var(--accent);
	}
	.mark circle {
		fill: none;
		stroke: var(--accent);
	}
	.mark text {
		fill: var(--accent);
		stroke: var(--room);
		paint-order: stroke;
		font-family: var(--font-figures);
		font-weight: 600;
	}
</style>

<script lang="ts">
	import { scaleLinear } from 'd3-scale';
	import { SET_UPS, type Build } from '../core/build';
	import { dateWords, minutesWords } from './words';

	interface Props {
		build: Build;
		/** Hours worked on a day. */
		hours: number;
		/** Name of a piece. */
		nameOf: (piece: string) => string;
		onselect: (step: string) => void;
	}
	let { build, hours, nameOf, onselect }: Props = $props();

	let width = $state(600);
	const MORNING = 9;
	const narrow = $derived(width < 520);
	const left = $derived(narrow ? 4 : 118);
	const x = $derived(scaleLinear([MORNING, MORNING + hours], [left, Math.max(left + 100, width - 6)]));
	const [bar, gap] = [26, 20];
	const ticks = $derived(Array.from({ length: Math.floor(hours) + 1 }, (_, i) => MORNING + i).filter((_, i) => hours <= 8 || i % 2 === 0));
	const titleOf = $derived(new Map(build.steps.map(({ id, title }) => [id, title])));
	const setUpOf = $derived(new Map(build.steps.map(({ id, setUp }) => [id, setUp])));
	const days = $derived(
		build.calendar.days.map((day) => ({
			...day,
			work: build.calendar.steps.flatMap(({ id, stretches }) =>
				stretches.filter(({ date }) => date === day.date).map((one, i) => ({ ...one, id, key: `${id} ${i}` }))
			)
		}))
	);
	/** About so many pixels a letter. */
	const LETTER = 6.4;
	const fitting = (text: string, room: number) =>
		room < 30 ? '' : text.length * LETTER <= room ? text : `${text.slice(0, Math.max(1, Math.floor(room / LETTER) - 1))}…`;
	/** What was worked at last on a day and is not dry that evening. */
	const dryingOn = (date: string) =>
		build.calendar.steps.flatMap(({ id, dry, stretches }) =>
			dry && stretches.at(-1)?.date === date && (dry.date > date || dry.hour > MORNING + hours) ? [titleOf.get(id) ?? ''] : []
		);
	const noteOf = (date: string, minutes: number) => {
		const drying = dryingOn(date);
		return `${minutesWords(minutes)}${drying.length > 0 ? `; dries overnight: ${drying.join(', ')}` : ''}`;
	};
</script>

{#if days.length === 0}
	<p class="quiet">Nothing is left to do.</p>
{:else}
	<div bind:clientWidth={width}>
		<svg {width} height={days.length * (bar + gap) + 26} role="group" aria-label="Days of the build">
			{#each ticks as hour (hour)}
				<line x1={x(hour)} x2={x(hour)} y1="16" y2={days.length * (bar + gap) + 20} />
				<text x={x(hour)} y="11" text-anchor={hour === ticks[0] ? 'start' : 'middle'} class="figures tick">{hour}</text>
			{/each}
			{#each days as { date, minutes, work, loose }, i (date)}
				{@const y = 22 + i * (bar + gap)}
				<text x="4" y={narrow ? y - 1 : y + bar / 2 + 4} class="day" class:small={narrow}>{dateWords(date)}</text>
				{#each work as { id, from, minutes: long, key } (key)}
					{@const room = x(from + long / 60) - x(from)}
					<g
						role="button"
						tabindex="0"
						aria-label="{titleOf.get(id)}, {dateWords(date)}, {minutesWords(long)}"
						onclick={() => onselect(id)}
						onkeydown={(event) => (event.key === 'Enter' || event.key === ' ') && onselect(id)}
						class="work s{SET_UPS.indexOf(setUpOf.get(id)!)}"
					>
						<title>{titleOf.get(id)}, {minutesWords(long)}</title>
						<rect x={x(from)} y={narrow ? y + 3 : y} width={Math.max(2, room - 1)} height={narrow ? bar - 6 : bar} rx="2" />
						<text x={x(from) + 5} y={y + bar / 2 + 4}>{fitting(titleOf.get(id) ?? '', room - 8)}</text>
					</g>
				{/each}
				{#if loose.length > 0}
					<text x={left} y={y + bar + 13} class="loose">Stands loose that evening, not to be driven: {loose.map(nameOf).join(', ')}</text>
				{:else if !narrow}
					<text x={left} y={y + bar + 13} class="note">{fitting(noteOf(date, minutes), width - left)}</text>
				{/if}
			{/each}
		</svg>
	</div>
{/if}

<style>
	line {
		stroke: var(--rule);
	}
	text {
		font-size: 12px;
		fill: var(--ink);
	}
	.tick,
	.note {
		fill: var(--ink-soft);
		font-size: 11px;
	}
	.day {
		font-weight: 650;
	}
	.day.small {
		font-size: 11.5px;
	}
	.loose {
		fill: var(--tight);
		font-size: 11.5px;
	}
	.work {
		cursor: pointer;
	}
	.work rect {
		fill: var(--board);
		stroke: var(--sheet);
	}
	.s0 rect {
		fill: var(--bought);
	}
	.s3 rect,
	.s4 rect {
		fill: color-mix(in srgb, var(--board) 60%, var(--sheet));
	}
	.s5 rect {
		fill: var(--pad);
	}
	.s6 rect {
		fill: var(--cloth);
	}
	.s7 rect {
		fill: var(--accent-soft);
	}
	.work:focus-visible {
		outline: none;
	}
	.work:focus-visible rect,
	.work:hover rect {
		stroke: var(--accent);
		stroke-width: 2;
	}
</style>

<script lang="ts">
	import type { Finding } from '../core/checks';

	let { finding }: { finding: Finding } = $props();

	// Half a bar is a hand's breadth, or ten kilograms; beyond that the exact size no longer matters to the eye.
	const full = $derived({ mm: 100, kg: 10, share: 0.2, count: 2 }[finding.unit]);
	const squeeze = (value: number) => Math.max(-1, Math.min(1, value / full)) * 50;
	const reach = $derived(squeeze(finding.margin));
	const tolerance = $derived(finding.tolerance === null ? 0 : Math.min(50, (finding.tolerance / full) * 50));
</script>

<svg viewBox="0 0 100 8" preserveAspectRatio="none" role="presentation" class={finding.status}>
	<rect x="0" y="3" width="100" height="2" class="track" />
	<rect x={50 + Math.min(0, reach)} y="1.5" width={Math.abs(reach)} height="5" class="margin" />
	{#if tolerance > 0.5}
		<path
			d="M{50 + reach - tolerance} 4H{50 + reach + tolerance}M{50 + reach - tolerance} 2V6M{50 + reach + tolerance} 2V6"
			class="tolerance"
		/>
	{/if}
	<path d="M50 0V8" class="zero" />
</svg>

<style>
	svg {
		width: 100%;
		height: 8px;
		display: block;
	}
	.track {
		fill: var(--rule);
	}
	.clash .margin {
		fill: var(--clash);
	}
	.tight .margin {
		fill: var(--tight);
	}
	.unmeasured .margin {
		fill: var(--unmeasured);
	}
	.clear .margin {
		fill: var(--clear);
	}
	path {
		vector-effect: non-scaling-stroke;
		fill: none;
		stroke: var(--ink);
	}
	.zero {
		stroke-width: 1.5;
	}
	.tolerance {
		stroke-width: 1;
	}
</style>

<script lang="ts">
	import type { Status } from '../core/checks';
	import { STATUS_WORDS } from './words';

	let { status, size = 16, quiet = false }: { status: Status; size?: number; quiet?: boolean } = $props();
</script>

<!-- Each status has a shape of its own: colour is never the only sign. -->
<svg
	width={size}
	height={size}
	viewBox="0 0 16 16"
	role={quiet ? 'presentation' : 'img'}
	aria-label={quiet ? undefined : STATUS_WORDS[status]}
	class={status}
>
	{#if status === 'clash'}
		<path d="M5 1h6l4 4v6l-4 4H5l-4-4V5z" /><path class="sign" d="M5.2 5.2l5.6 5.6M10.8 5.2l-5.6 5.6" />
	{:else if status === 'tight'}
		<path d="M8 1.2 15.2 14.5H.8z" /><path class="sign" d="M8 6v4M8 11.6v1" />
	{:else if status === 'unmeasured'}
		<path d="M8 .8 15.2 8 8 15.2.8 8z" /><path class="sign" d="M8 4.6v4.2M8 10.4v1" />
	{:else}
		<circle cx="8" cy="8" r="7" /><path class="sign" d="M4.6 8.3l2.3 2.3 4.4-4.8" />
	{/if}
</svg>

<style>
	svg {
		flex: none;
		fill: currentColor;
	}
	.sign {
		fill: none;
		stroke: var(--sheet);
		stroke-width: 1.7;
		stroke-linecap: round;
	}
	.clash {
		color: var(--clash);
	}
	.tight {
		color: var(--tight);
	}
	.unmeasured {
		color: var(--unmeasured);
	}
	.clear {
		color: var(--clear);
	}
</style>

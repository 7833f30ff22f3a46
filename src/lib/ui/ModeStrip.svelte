<script lang="ts">
	import type { Finding } from '../core/checks';
	import type { Mode } from '../core/plan';
	import type { View } from '../core/views';
	import Drawing from './Drawing.svelte';
	import StatusMark from './StatusMark.svelte';
	import { worstIn } from './words';

	interface Props {
		modes: Record<string, Mode>;
		thumbs: Record<string, View>;
		findings: Finding[];
		current: string;
		onchoose: (id: string) => void;
	}
	let { modes, thumbs, findings, current, onchoose }: Props = $props();
</script>

<div class="strip" role="group" aria-label="Modes of the vehicle">
	{#each Object.entries(modes) as [id, mode] (id)}
		{@const worst = worstIn(findings, id)}
		<button type="button" class="card" class:current={id === current} aria-pressed={id === current} onclick={() => onchoose(id)}>
			<span class="words">
				<strong title={mode.name}>{mode.name}</strong>
				{#if worst}
					<span class="worst"
						><StatusMark status={worst.status} size={13} /><span>{worst.status === 'clear' ? 'all clear' : worst.title}</span></span
					>
				{/if}
			</span>
			<span class="thumb">
				{#if thumbs[id]}<Drawing view={thumbs[id]} title={mode.name} small />{/if}
			</span>
		</button>
	{/each}
</div>

<style>
	.strip {
		display: flex;
		gap: 8px;
		overflow-x: auto;
		padding: 2px;
	}
	button {
		display: flex;
		align-items: center;
		gap: 4px;
		flex: 1 0 190px;
		min-width: 0;
		max-width: 300px;
		height: 72px;
		padding: 4px 6px 4px 10px;
		text-align: left;
		cursor: pointer;
	}
	.current {
		border-color: var(--accent);
		box-shadow: inset 0 -3px 0 var(--accent);
	}
	.words {
		flex: 1;
		min-width: 0;
		display: flex;
		flex-direction: column;
		gap: 2px;
	}
	.words strong {
		white-space: nowrap;
		overflow: hidden;
		text-overflow: ellipsis;
	}
	.worst {
		display: flex;
		gap: 4px;
		font-size: 11.5px;
		line-height: 1.25;
		color: var(--ink-soft);
	}
	.worst > span {
		display: -webkit-box;
		-webkit-line-clamp: 2;
		line-clamp: 2;
		-webkit-box-orient: vertical;
		overflow: hidden;
	}
	.worst :global(svg) {
		margin-top: 1px;
	}
	.thumb {
		width: 104px;
		height: 62px;
		flex: none;
	}
</style>

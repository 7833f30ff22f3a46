<script lang="ts">
	import { preferences } from '../client/preferences.svelte';
	import type { Finding, Fix } from '../core/checks';
	import { withUnits } from '../core/units';
	import MarginBar from './MarginBar.svelte';
	import StatusMark from './StatusMark.svelte';
	import { marginWords, sizeWords } from './words';

	interface Props {
		finding: Finding;
		/** Names of the modes that it is so in. */
		within: string;
		open: boolean;
		pointed: boolean;
		ontoggle: () => void;
		onpoint: () => void;
		onfix: (fix: Fix) => void;
		/** Sets it aside for a reason. */
		onaside: (reason: string) => void;
	}
	let { finding, within, open, pointed, ontoggle, onpoint, onfix, onaside }: Props = $props();

	const size = (value: number) => sizeWords(value, finding.unit, preferences.units);
	/** What moves the margin noticeably: at most three, each at least a tenth of the first. */
	const telling = $derived(finding.sensitivities.filter((s) => s.effect >= finding.sensitivities[0].effect / 10).slice(0, 3));
	/** What is being typed as the reason for setting it aside. */
	let reason: string | undefined = $state();
</script>

<li class={finding.status} class:pointed>
	<button type="button" class="head" aria-expanded={open} onclick={ontoggle} onpointerenter={onpoint} onfocus={onpoint}>
		<StatusMark status={finding.status} />
		<span class="title">{finding.title}</span>
		<span class="number figures">{marginWords(finding, preferences.units)}</span>
	</button>
	{#if finding.status !== 'clear' || open}
		<MarginBar {finding} />
		<p class="why">{withUnits(finding.why, preferences.units)}</p>
	{/if}
	{#if open}
		<dl class="figures">
			<dt>needs</dt>
			<dd>{size(finding.limit)}</dd>
			<dt>there is</dt>
			<dd>{size(finding.actual)}</dd>
			<dt>known to</dt>
			<dd>{finding.tolerance === null ? '…' : `± ${size(finding.tolerance)}`}</dd>
			<dt>in</dt>
			<dd>{within}</dd>
		</dl>
		{#if telling.length > 0}
			<p class="why">
				Moved most by: {telling
					.map((s) => `${withUnits(s.label, preferences.units)}${s.guessed ? ' (a guess)' : ''}, ${size(s.effect)}`)
					.join('; ')}. Measure these again to know better.
			</p>
		{/if}
	{:else if finding.status === 'unmeasured' && telling.length > 0}
		<p class="why">
			<strong>Measure:</strong>
			{telling.map((s) => withUnits(s.label, preferences.units)).join('; ')}.
		</p>
	{/if}
	{#if finding.status === 'clash' || (open && finding.status !== 'clear')}
		{#each (finding.fixes ?? []).slice(0, open ? 4 : 2) as fix, i (i)}
			<div class="fix">
				<button type="button" class="tool" onclick={() => onfix(fix)}>{fix.label}</button>
				<span class="quiet">{fix.cost}</span>
			</div>
		{/each}
		{#if finding.fixes === null}<p class="quiet none">Trying out what would settle this …</p>{/if}
		{#if finding.fixes?.length === 0}<p class="quiet none">No single size settles this. Change two things, or what is asked.</p>{/if}
	{/if}
	{#if open && finding.status !== 'clear'}
		{#if reason === undefined}
			<button type="button" class="aside" onclick={() => (reason = '')}>Do not tell me again …</button>
		{:else}
			<form
				class="reason"
				onsubmit={(event) => {
					event.preventDefault();
					if (reason?.trim()) onaside(reason.trim());
				}}
			>
				<label class="quiet"
					>Why this is all right
					<!-- svelte-ignore a11y_autofocus -->
					<input class="field" autofocus maxlength="400" bind:value={reason} placeholder="for whoever reads the plan later" />
				</label>
				<div>
					<button class="tool" disabled={!reason.trim()}>Set aside</button>
					<button type="button" class="tool" onclick={() => (reason = undefined)}>Leave it</button>
				</div>
			</form>
		{/if}
	{/if}
</li>

<style>
	li {
		padding: 7px 12px;
		border-bottom: 1px solid var(--rule);
		border-left: 4px solid transparent;
	}
	.pointed {
		border-left-color: var(--accent);
	}
	.head {
		display: flex;
		width: 100%;
		gap: 8px;
		align-items: baseline;
		text-align: left;
		cursor: pointer;
	}
	.head :global(svg) {
		align-self: flex-start;
		margin-top: 2px;
	}
	.title {
		flex: 1;
		font-weight: 600;
		font-size: 13.5px;
	}
	.clear .title {
		font-weight: 400;
	}
	.number {
		font-size: 12.5px;
		white-space: nowrap;
	}
	.clash .number {
		color: var(--clash);
		font-weight: 700;
	}
	.tight .number {
		color: var(--tight);
	}
	.unmeasured .number {
		color: var(--unmeasured);
	}
	.why,
	.none {
		font-size: 12.5px;
		margin: 3px 0 0;
	}
	dl {
		display: grid;
		grid-template-columns: auto 1fr auto 1fr;
		gap: 1px 10px;
		font-size: 12px;
		margin: 5px 0 2px;
	}
	dt {
		color: var(--ink-soft);
	}
	dd {
		margin: 0;
	}
	.fix {
		margin-top: 6px;
		display: flex;
		flex-direction: column;
		gap: 1px;
		font-size: 12px;
	}
	.fix .tool {
		align-self: flex-start;
		text-align: left;
		border-color: var(--accent);
		color: var(--accent);
		background: var(--room);
		min-height: 28px;
	}
	.aside {
		margin-top: 5px;
		font-size: 12px;
		color: var(--ink-soft);
		text-decoration: underline;
		text-underline-offset: 2px;
		cursor: pointer;
	}
	.reason {
		margin-top: 6px;
		font-size: 12.5px;
	}
	.reason input {
		width: 100%;
		margin: 2px 0 5px;
	}
	.reason div {
		display: flex;
		gap: 6px;
	}
</style>

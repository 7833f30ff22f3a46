<script lang="ts">
	import { Moon, Sun } from '@lucide/svelte';
	import { preferences } from '../client/preferences.svelte';
</script>

<div class="preferences">
	<button
		type="button"
		class="tool figures"
		title="Switch between millimetres and inches"
		onclick={() => preferences.setUnits(preferences.units === 'metric' ? 'imperial' : 'metric')}
	>
		{preferences.units === 'metric' ? 'mm' : 'inch'}
	</button>
	<button
		type="button"
		class="tool"
		aria-label={preferences.dark ? 'Light paper' : 'Dark paper'}
		onclick={() => preferences.setDark(!preferences.dark)}
	>
		{#if preferences.dark}<Sun size={16} />{:else}<Moon size={16} />{/if}
	</button>
</div>

<style>
	.preferences {
		display: flex;
		gap: 6px;
	}
</style>

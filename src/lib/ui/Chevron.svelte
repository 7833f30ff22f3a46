<script lang="ts">
	/** Down for what opens, up for what is open. */
	let { up }: { up: boolean } = $props();
</script>

<span class:up aria-hidden="true"></span>

<style>
	span {
		flex: none;
		width: 7px;
		height: 7px;
		margin: -3px 3px 0 2px;
		border: solid currentColor;
		border-width: 0 1.5px 1.5px 0;
		transform: rotate(45deg);
	}
	.up {
		margin-top: 3px;
		transform: rotate(-135deg);
	}
</style>

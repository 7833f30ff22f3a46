<script lang="ts">
	import { preferences } from '$lib/client/preferences.svelte';
	import {
		addAnimal,
		addGear,
		addPerson,
		removeAnimal,
		removeGear,
		sendGear,
		removePerson,
		USUAL_WANTS,
		WANTS,
		type Animal,
		type Gear,
		type Person
	} from '$lib/core/plan';
	import { bodyOf } from '$lib/core/people';
	import { formatLength } from '$lib/core/units';
	import { useWorkbench } from '$lib/ui/context';
	import LengthField from '$lib/ui/LengthField.svelte';
	import NumberField from '$lib/ui/NumberField.svelte';
	import MassField from '$lib/ui/MassField.svelte';

	const { session } = useWorkbench();
	const plan = $derived(session.plan);

	const setPerson = (id: string, key: keyof Person, value: unknown) =>
		session.edit(`${plan.crew[id].name}: ${key}`, [{ path: ['crew', id, key], value }]);
	const setAnimal = (id: string, key: keyof Animal, value: string | number) =>
		session.edit(`${key} of a dog`, [{ path: ['animals', id, key], value }]);
	const setGear = (id: string, key: keyof Gear, value: unknown) =>
		session.edit(`${plan.gear[id].name}: ${key}`, [{ path: ['gear', id, key], value }]);
	const toggle = (wants: Person['wants'], want: Person['wants'][number]) =>
		wants.includes(want) ? wants.filter((w) => w !== want) : [...wants, want];
	const frontSeats = $derived(Object.entries(plan.vehicle.seats).filter(([, seat]) => seat.type === 'front seat'));
	/** Who drives in a seat starts with the driving position that was measured of it. */
	function setDriving(id: string, seatId: string) {
		const seat = plan.vehicle.seats[seatId];
		const driving = seat?.type === 'front seat' ? { seat: seatId, slide: seat.drivingSlide.mm, angle: seat.drivingAngle } : undefined;
		setPerson(id, 'driving', driving);
	}
	const facts = (person: Person) => {
		const body = bodyOf(person);
		const mm = (value: number) => formatLength(value, preferences.units);
		return `${mm(body.sitting)} from seat to crown, ${mm(body.breadth)} over the arms`;
	};
</script>

<div class="stage">
	<section>
		<h2>Who comes along?</h2>
		<p class="quiet">
			Heights decide everything. Sitting height and breadth follow from the height; measure them if someone is built differently.
		</p>
		{#each Object.entries(plan.crew) as [id, person] (id)}
			<article class="card">
				<div class="fields">
					<label>
						<span class="quiet">Name</span>
						<input
							class="field"
							value={person.name}
							maxlength="120"
							onchange={(event) => setPerson(id, 'name', event.currentTarget.value)}
						/>
					</label>
					<LengthField label="Height" stature value={person.stature} range={[500, 2300]} onchange={(mm) => setPerson(id, 'stature', mm)} />
					<MassField label="Weight" value={person.weight} range={[5, 300]} onchange={(kg) => setPerson(id, 'weight', kg)} />
				</div>
				<p class="quiet facts">{facts(person)}</p>
				<fieldset>
					<legend class="quiet">Wants to be able to, in bed:</legend>
					{#each WANTS as want (want)}
						<label
							><input
								type="checkbox"
								checked={person.wants.includes(want)}
								onchange={() => setPerson(id, 'wants', toggle(person.wants, want))}
							/>
							{want}</label
						>
					{/each}
				</fieldset>
				<label
					><input
						type="checkbox"
						checked={person.child ?? false}
						onchange={(event) => setPerson(id, 'child', event.currentTarget.checked || undefined)}
					/>
					has the proportions of a child</label
				>
				<details>
					<summary class="quiet">Measured sizes</summary>
					<div class="fields">
						<LengthField
							label="Seat to crown"
							value={person.sittingHeight ?? bodyOf(person).sitting}
							range={[250, 1200]}
							onchange={(mm) => setPerson(id, 'sittingHeight', mm)}
						/>
						<LengthField
							label="Over the upper arms"
							value={person.breadth ?? bodyOf(person).breadth}
							range={[150, 900]}
							onchange={(mm) => setPerson(id, 'breadth', mm)}
						/>
					</div>
				</details>
				{#if frontSeats.length > 0}
					<details open={person.driving !== undefined}>
						<summary class="quiet">At the wheel</summary>
						<div class="fields">
							<label>
								<span class="quiet">{person.name} drives in the</span>
								<select class="field" value={person.driving?.seat ?? ''} onchange={(event) => setDriving(id, event.currentTarget.value)}>
									<option value="">does not drive</option>
									{#each frontSeats as [seatId, seat] (seatId)}<option value={seatId}>{seat.name}</option>{/each}
								</select>
							</label>
							{#if person.driving}
								<LengthField
									label="Slid forward by"
									value={person.driving.slide}
									range={[0, 1000]}
									onchange={(mm) => setPerson(id, 'driving', { ...person.driving!, slide: mm })}
								/>
								<NumberField
									label="Lean of the back (°)"
									value={person.driving.angle}
									range={[-10, 60]}
									onchange={(angle) => setPerson(id, 'driving', { ...person.driving!, angle })}
								/>
							{/if}
						</div>
					</details>
				{/if}
				<button type="button" class="tool" onclick={() => session.edit(`take out ${person.name}`, removePerson(plan, id))}
					>Take out {person.name}</button
				>
			</article>
		{/each}
		<button
			type="button"
			class="tool main"
			onclick={() =>
				session.edit(
					'add a person',
					addPerson(plan, { name: `Person ${Object.keys(plan.crew).length + 1}`, stature: 1750, weight: 75, wants: [...USUAL_WANTS] })
				)}
		>
			Add a person
		</button>
		{#each Object.entries(plan.animals ?? {}) as [id, animal] (id)}
			<article class="card">
				<div class="fields">
					<label>
						<span class="quiet">Dog</span>
						<input
							class="field"
							value={animal.name}
							maxlength="120"
							onchange={(event) => setAnimal(id, 'name', event.currentTarget.value)}
						/>
					</label>
					<LengthField label="Shoulder" value={animal.shoulder} range={[100, 1000]} onchange={(mm) => setAnimal(id, 'shoulder', mm)} />
					<LengthField label="Chest to tail" value={animal.length} range={[150, 1500]} onchange={(mm) => setAnimal(id, 'length', mm)} />
					<MassField label="Weight" value={animal.weight} range={[1, 120]} onchange={(kg) => setAnimal(id, 'weight', kg)} />
				</div>
				<p class="caution">A dog rides restrained, in a crate or a harness, and is never left in a warm or sealed vehicle.</p>
				<button type="button" class="tool" onclick={() => session.edit(`leave ${animal.name} at home`, removeAnimal(plan, id))}
					>Leave {animal.name} at home</button
				>
			</article>
		{/each}
		<button
			type="button"
			class="tool"
			onclick={() => session.edit('add a dog', addAnimal(plan, { name: 'Dog', shoulder: 500, length: 700, weight: 18 }))}
		>
			Add a dog
		</button>
	</section>
	<section>
		<h2>What must come along?</h2>
		<p class="quiet">Crates, a cool box, a battery box: whatever has to go under the bed decides its height.</p>
		{#each Object.entries(plan.gear) as [id, gear] (id)}
			<article class="card">
				<div class="fields">
					<label>
						<span class="quiet">What</span>
						<input class="field" value={gear.name} maxlength="120" onchange={(event) => setGear(id, 'name', event.currentTarget.value)} />
					</label>
					<NumberField label="How many" value={gear.count} range={[1, 100]} whole onchange={(count) => setGear(id, 'count', count)} />
					<MassField label="Weight of one" value={gear.weight} range={[0, 1000]} onchange={(kg) => setGear(id, 'weight', kg)} />
				</div>
				<div class="fields">
					<LengthField label="Long" value={gear.length} range={[0, 5000]} onchange={(mm) => setGear(id, 'length', mm)} />
					<LengthField label="Wide" value={gear.width} range={[0, 5000]} onchange={(mm) => setGear(id, 'width', mm)} />
					<LengthField label="High" value={gear.height} range={[0, 5000]} onchange={(mm) => setGear(id, 'height', mm)} />
				</div>
				<label class="check">
					<input
						type="checkbox"
						checked={gear.anyWay ?? false}
						onchange={(event) => setGear(id, 'anyWay', event.currentTarget.checked || undefined)}
					/>
					may be laid on any side
				</label>
				<label class="check">
					<input
						type="checkbox"
						checked={gear.held ?? false}
						onchange={(event) => setGear(id, 'held', event.currentTarget.checked || undefined)}
					/>
					tied down or held by a net while driving
				</label>
				<label class="under">
					<span class="quiet">Goes under</span>
					<select
						class="field"
						value={gear.under ?? ''}
						onchange={(event) => session.edit(`${gear.name}: where it goes`, sendGear(id, event.currentTarget.value || undefined))}
					>
						<option value="">nothing in particular</option>
						{#each Object.entries(plan.pieces) as [pieceId, piece] (pieceId)}<option value={pieceId}>{piece.name}</option>{/each}
					</select>
				</label>
				<button type="button" class="tool" onclick={() => session.edit(`leave ${gear.name} at home`, removeGear(plan, id))}
					>Leave {gear.name} at home</button
				>
			</article>
		{/each}
		<button
			type="button"
			class="tool main"
			onclick={() =>
				session.edit(
					'add gear',
					addGear(plan, { name: `Crate ${Object.keys(plan.gear).length + 1}`, length: 400, width: 300, height: 250, weight: 5, count: 1 })
				)}
		>
			Add a thing
		</button>
		<p class="caution">
			Loose mass becomes a projectile in a crash: restrain whatever you carry, and let a qualified person judge the anchorage.
		</p>
	</section>
</div>

<style>
	.stage {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 24px;
		max-width: 1160px;
		margin: 0 auto;
		padding: 18px 20px 40px;
		height: 100%;
		overflow-y: auto;
		align-content: start;
	}
	h2 {
		font-size: 18px;
		margin: 0 0 2px;
	}
	section > p {
		margin: 0 0 12px;
	}
	article {
		padding: 12px 14px;
		margin-bottom: 12px;
		display: grid;
		gap: 8px;
		justify-items: start;
	}
	.fields {
		display: grid;
		grid-template-columns: 1.4fr 1fr 1fr;
		gap: 10px;
		width: 100%;
	}
	label {
		font-size: 12.5px;
	}
	legend {
		font-size: 12.5px;
		float: left;
		margin-right: 14px;
	}
	fieldset {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 14px;
	}
	.facts {
		margin: 0;
		font-size: 12.5px;
	}
	.under {
		display: grid;
		grid-template-columns: auto 200px;
		gap: 8px;
		align-items: center;
	}
	.caution {
		margin-top: 18px;
	}
	@media (max-width: 900px) {
		.stage {
			grid-template-columns: 1fr;
			height: auto;
		}
	}
</style>

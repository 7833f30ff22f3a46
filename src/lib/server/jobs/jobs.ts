import createHighs, { type Highs } from 'highs';
import { cuttingPlan, partsOf } from '../../core/cutting';
import { cuttingPdf, partsCsv, sheetsSvg } from '../../core/export';
import {
	heldBy,
	LARGEST_FILE,
	readPlanFile,
	readPlanValue,
	readVehicleFile,
	writePlanFile,
	writeVehicleFile,
	type Plan,
	type Vehicle
} from '../../core/plan';
import { effectOf, type Effect } from '../../core/shelf';
import { summaryOfPlan, summaryOfVehicle, type PlanSummary, type VehicleSummary } from '../../core/summary';
import { PAPERS, partTemplate, templateDxf, templateOf, templatePdf, templateSvg, type Paper, type Template } from '../../core/templates';
import { saveSchema, type Revision, type StateId } from '../../core/sync';
import type { UnitSystem } from '../../core/units';
import { fileName } from '../file-name';
import { planOf, UnreadableError, vehicleOf, type StoredDocument } from '../stored';

/** A file to send, or a status and a sentence that says why there is none. */
export type FileMade =
	| { ok: true; type: string; name: string; body: string | Uint8Array<ArrayBuffer> }
	| { ok: false; status: 400 | 404 | 422; message: string };

/** What was made from a stored document, or why it cannot be read. */
export type ReadStored<T> = { ok: true; value: T } | { ok: false; unreadable: string };

/** What a file holds, as it will be stored, or what is wrong with it. */
export type FileRead =
	| { ok: true; holds: 'plan'; name: string; document: string }
	| { ok: true; holds: 'vehicle'; vehicle: Vehicle }
	| { ok: false; faults: string[] };

let solver: Promise<Highs> | undefined;
const cut = async (plan: Plan) => cuttingPlan(plan, await (solver ??= createHighs()));

const EXPORTS: Record<string, { type: string; ending: string; make: (plan: Plan, units: UnitSystem) => Promise<string | Uint8Array> }> = {
	plan: { type: 'application/json', ending: 'nook.json', make: async (plan) => writePlanFile(plan) },
	'parts.csv': {
		type: 'text/csv; charset=utf-8',
		ending: 'parts.csv',
		make: async (plan) => partsCsv(await cut(plan), plan.stock)
	},
	'sheets.svg': { type: 'image/svg+xml', ending: 'sheets.svg', make: async (plan) => sheetsSvg(await cut(plan), plan.stock.trim) },
	'cut-list.pdf': { type: 'application/pdf', ending: 'cut-list.pdf', make: async (plan, units) => cuttingPdf(plan, await cut(plan), units) }
};

const TEMPLATES: Record<string, { type: string; make: (template: Template, paper: Paper) => string | Promise<Uint8Array> }> = {
	svg: { type: 'image/svg+xml', make: templateSvg },
	dxf: { type: 'application/dxf', make: templateDxf },
	pdf: { type: 'application/pdf', make: templatePdf }
};

/** How a template is asked for: the query of its address. */
export interface TemplateAsked {
	format: string;
	paper: string;
	mirrored: boolean;
}

const entryOf = <T>(table: Record<string, T>, key: string): T | undefined => (Object.hasOwn(table, key) ? table[key] : undefined);

async function templateFile(template: Template | undefined, { format: ending, paper }: TemplateAsked): Promise<FileMade> {
	const format = entryOf(TEMPLATES, ending);
	if (!template || !format) return { ok: false, status: 404, message: 'There is no such template.' };
	if (!Object.hasOwn(PAPERS, paper))
		return { ok: false, status: 400, message: `There is no paper “${paper}” here; there is ${Object.keys(PAPERS).join(' and ')}.` };
	const body = (await format.make(template, paper as Paper)) as string | Uint8Array<ArrayBuffer>;
	return { ok: true, type: format.type, name: `${fileName(template.name)}.${ending}`, body };
}

/** Does something with a stored plan; a plan that does not read gives its sentence instead. */
async function withPlan(stored: StoredDocument, make: (plan: Plan) => FileMade | Promise<FileMade>): Promise<FileMade> {
	try {
		return await make(planOf(stored));
	} catch (error) {
		if (error instanceof UnreadableError) return { ok: false, status: 422, message: error.message };
		throw error;
	}
}

function reading<T>(make: () => T): ReadStored<T> {
	try {
		return { ok: true, value: make() };
	} catch (error) {
		if (error instanceof UnreadableError) return { ok: false, unreadable: error.message };
		throw error;
	}
}

/** A save as a window sends it, with the plan as it will be stored; or a status and what is wrong. */
export type SaveRead =
	| { ok: true; base: Revision; sent: StateId; name: string; document: string }
	| { ok: false; status: 400 | 422; message: string; faults: string[] };

/**
 * Everything that takes the server longer than a moment. Each runs in a thread of its own and gets texts, so that not even
 * reading a plan holds up anybody else.
 */
export const jobs = {
	/** What the list shows of a stored plan. */
	planSummary: (stored: StoredDocument): ReadStored<PlanSummary> => reading(() => summaryOfPlan(planOf(stored))),

	/** What the list shows of a stored vehicle. */
	vehicleSummary: (stored: StoredDocument): ReadStored<VehicleSummary> => reading(() => summaryOfVehicle(vehicleOf(stored))),

	/** A plan as a file: the plan itself, its parts, its cuts. */
	exportFile: ({ stored, what, units }: { stored: StoredDocument; what: string; units: UnitSystem }): Promise<FileMade> =>
		withPlan(stored, async (plan) => {
			const kind = entryOf(EXPORTS, what);
			if (!kind) return { ok: false, status: 404, message: 'There is no such file.' };
			const body = (await kind.make(plan, units)) as string | Uint8Array<ArrayBuffer>;
			return { ok: true, type: kind.type, name: `${fileName(plan.name)}.${kind.ending}`, body };
		}),

	/** A vehicle of the shelf as a file; one that does not read as it is stored. */
	vehicleFile: (stored: StoredDocument): FileMade => {
		const read = reading(() => vehicleOf(stored));
		const body = read.ok ? writeVehicleFile(read.value) : stored.document;
		return { ok: true, type: 'application/json', name: `${fileName(stored.name)}.vehicle.nook.json`, body };
	},

	/** A part of the parts list as a template at full size, by its number. */
	partTemplate: ({ stored, number, asked }: { stored: StoredDocument; number: string; asked: TemplateAsked }): Promise<FileMade> =>
		withPlan(stored, (plan) => {
			const line = partsOf(plan).find((part) => String(part.number) === number);
			return templateFile(line && partTemplate(line, asked.mirrored), asked);
		}),

	/** A scribed wall as a template at full size. */
	wallTemplate: ({ stored, contour, asked }: { stored: StoredDocument; contour: string; asked: TemplateAsked }): Promise<FileMade> =>
		withPlan(stored, ({ vehicle }) => {
			const wall = entryOf(vehicle.contours, contour);
			return templateFile(wall && templateOf(wall, asked.mirrored), asked);
		}),

	/** What another version of a vehicle does to stored plans; undefined for one that does not read. */
	effects: ({ stored, vehicle }: { stored: StoredDocument[]; vehicle: Vehicle }): (Effect | undefined)[] =>
		stored.map((one) => {
			const made = reading(() => effectOf(planOf(one), vehicle));
			return made.ok ? made.value : undefined;
		}),

	/** Reads the text of a file of a plan or of a vehicle. */
	readFile: (text: string): FileRead => {
		if (text.length <= LARGEST_FILE && heldBy(text) === 'vehicle') {
			const read = readVehicleFile(text);
			return read.ok ? { ok: true, holds: 'vehicle', vehicle: read.vehicle } : read;
		}
		const read = readPlanFile(text);
		return read.ok ? { ok: true, holds: 'plan', name: read.plan.name, document: JSON.stringify(read.plan) } : read;
	},

	/** Reads a save as a window sends it. */
	readSave: (text: string): SaveRead => {
		const refuse = (status: 400 | 422, message: string, faults: string[] = []) => ({ ok: false as const, status, message, faults });
		let raw: unknown;
		try {
			raw = JSON.parse(text);
		} catch {
			return refuse(400, 'The request does not hold JSON.');
		}
		const body = saveSchema.safeParse(raw);
		if (!body.success) return refuse(400, 'A save needs the revision it grew from, the window and the number of its state.');
		const { base, window, state, plan } = body.data;
		const read = readPlanValue(plan);
		if (!read.ok) return refuse(422, 'The plan was not saved: something in it is not valid.', read.faults);
		return { ok: true, base, sent: { window, state }, name: read.plan.name, document: JSON.stringify(read.plan) };
	},

	/** A stored plan as it stands. */
	storedPlan: (stored: StoredDocument): ReadStored<Plan> => reading(() => planOf(stored))
};

export type Jobs = typeof jobs;

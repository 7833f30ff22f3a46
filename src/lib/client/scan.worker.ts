import { expose, transfer } from 'comlink';
import type { Vehicle } from '../core/plan';
import { aligned, deviation, readScan, sliceScan, withSlices, type Deviation, type FloorPoints, type Slices } from '../core/scan';
import type { Mesh } from '../core/solid';

let scan: Mesh | undefined;

/** What an attempt at slicing gave. */
export type Sliced = { ok: true; slices: Slices; deviation: Deviation; level: Mesh } | { ok: false; error: string };

const copy = ({ positions, triangles }: Mesh): Mesh => ({ positions: positions.slice(), triangles: triangles.slice() });
const handOver = (mesh: Mesh) => [mesh.positions.buffer, mesh.triangles.buffer] as ArrayBuffer[];

const scans = {
	/** Reads a file and keeps its mesh; gives a copy of it for looking at. */
	async read(name: string, bytes: ArrayBuffer): Promise<{ ok: true; mesh: Mesh } | { ok: false; error: string }> {
		const read = await readScan(name, bytes);
		if (!read.ok) return read;
		scan = read.mesh;
		const mesh = copy(scan);
		return transfer({ ok: true as const, mesh }, handOver(mesh));
	},

	/** Levels the mesh by the three points and slices it. */
	slice(points: FloorPoints, sections: number, vehicle: Vehicle): Sliced {
		if (!scan) return { ok: false, error: 'There is no scan yet.' };
		try {
			const level = aligned(scan, points);
			const slices = sliceScan(level, sections);
			const found = { ok: true as const, slices, deviation: deviation(level, withSlices(vehicle, slices)), level };
			return transfer(found, handOver(level));
		} catch (error) {
			if (error instanceof RangeError) return { ok: false, error: error.message };
			throw error;
		}
	}
};

export type ScanWorker = typeof scans;

expose(scans);

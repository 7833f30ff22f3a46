import type { UnitSystem } from '../core/units';

const UNITS = 'nook-units';
const THEME = 'nook-theme';

/** What a reader likes, kept in this browser: units and light or dark. */
class Preferences {
	units: UnitSystem = $state('metric');
	dark = $state(false);

	/** Reads what was kept; without it the system decides on dark. */
	load(): void {
		this.units = localStorage.getItem(UNITS) === 'imperial' ? 'imperial' : 'metric';
		const kept = localStorage.getItem(THEME);
		this.dark = kept ? kept === 'dark' : matchMedia('(prefers-color-scheme: dark)').matches;
		this.show();
	}

	setUnits(units: UnitSystem): void {
		this.units = units;
		localStorage.setItem(UNITS, units);
	}

	setDark(dark: boolean): void {
		this.dark = dark;
		localStorage.setItem(THEME, dark ? 'dark' : 'light');
		this.show();
	}

	private show(): void {
		document.documentElement.classList.toggle('dark', this.dark);
	}
}

export const preferences = new Preferences();

import type { FrontSeat, RearBench } from '../plan';
import { exact } from './plans';

/** A front seat that slides and leans, with what a test wants otherwise. */
export const frontSeat = (over: Partial<FrontSeat> = {}): FrontSeat => ({
	type: 'front seat',
	removable: false,
	belts: 1,
	name: 'Driver',
	y: 380,
	width: exact(500),
	back: exact(2000),
	foot: exact(300),
	top: exact(1100),
	cushionLength: exact(480),
	cushionHeight: exact(350),
	slide: exact(200),
	uprightAngle: 5,
	reclinedAngle: 60,
	drivingSlide: exact(80),
	drivingAngle: 20,
	...over
});

/** A rear bench with three belts that folds flat and comes out, with what a test wants otherwise. */
export const rearBench = (over: Partial<RearBench> = {}): RearBench => ({
	type: 'rear bench',
	belts: 3,
	foldedSteps: {},
	name: 'Bench',
	y: 0,
	width: exact(1100),
	back: exact(700),
	top: exact(800),
	angle: 15,
	cushionLength: exact(450),
	cushionHeight: exact(340),
	foldedRear: exact(650),
	foldedLength: exact(600),
	foldedHeightRear: exact(250),
	foldedHeightFront: exact(290),
	removable: true,
	...over
});

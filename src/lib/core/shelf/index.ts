export { effectOf, vehicleDifferences, withVehicle, type Difference, type Effect } from './effect';

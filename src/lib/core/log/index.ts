export { nextBuild } from './next';
export { remindersOf, type Reminder } from './reminders';
export { ownTimes, toldBy, type OwnTime, type Told } from './told';

export { nextBuild } from './next';
export { remindersOf, type Reminder } from './reminders';
export { ownTimes, seasonTimes, toldBy, type OwnTime, type Told } from './told';

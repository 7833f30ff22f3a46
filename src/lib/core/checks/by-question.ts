import type { Plan } from '../plan/plan';
import type { Finding, Status } from './finding';
import { isWorse, worstFirst } from './run';
import { TOPIC_OF_RULE, TOPIC_OF_USE, TOPICS, type Topic } from './topics';

/** The findings of one question of the builder: a topic, or one person in it. */
export interface Question {
	id: string;
	topic: Topic;
	/** Whom it is about, for what is asked person by person. */
	person?: string;
	/** What is not clear, worst first. */
	open: Finding[];
	fine: Finding[];
}

/** Topics in which everybody is asked about by themselves. */
const PERSONAL: readonly Topic[] = ['Sleeping', 'Sitting'];

/** The topic of a finding: of its rule, or of what its mode is for. */
function topicOf({ rule, modes: [mode] }: Finding, modes: Plan['modes']): Topic {
	const topic = TOPIC_OF_RULE[rule];
	if (topic !== 'as used') return topic;
	return Object.hasOwn(modes, mode) ? TOPIC_OF_USE[modes[mode].use] : 'Fitting in';
}

/** Findings by what a builder asks: the question with the worst answer first, then in the order of {@link TOPICS} and of the crew. */
export function byQuestion({ crew, modes }: Pick<Plan, 'crew' | 'modes'>, findings: readonly Finding[]): Question[] {
	const questions = new Map<string, Question>();
	for (const finding of worstFirst(findings)) {
		const topic = topicOf(finding, modes);
		const people = PERSONAL.includes(topic) ? finding.subjects.filter((id) => Object.hasOwn(crew, id)) : [];
		const person = people.length === 1 ? people[0] : undefined;
		const id = person === undefined ? topic : `${topic}/${person}`;
		const question = questions.get(id) ?? { id, topic, ...(person === undefined ? {} : { person }), open: [], fine: [] };
		questions.set(id, question);
		question[finding.status === 'clear' ? 'fine' : 'open'].push(finding);
	}
	const people = Object.keys(crew);
	const rank = ({ topic, person }: Question) => TOPICS.indexOf(topic) * 1000 + (person === undefined ? -1 : people.indexOf(person));
	const statusOfWorst = ({ open }: Question): Status => open[0]?.status ?? 'clear';
	return [...questions.values()].sort((a, b) => {
		const [one, other] = [statusOfWorst(a), statusOfWorst(b)];
		if (one !== other) return isWorse(one, other) ? -1 : 1;
		return rank(a) - rank(b);
	});
}

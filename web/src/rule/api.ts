import type { Schemas } from '../shared/api';

export type MovementRow = Schemas['MovementRow'];
export type RuleContent = Schemas['RuleContent'];
export type RuleDraft = Schemas['RuleDraft'];
export type RuleView = Schemas['RuleView'];
export type TrialView = Schemas['TrialView'];
export type TriedLine = Schemas['TriedLine'];

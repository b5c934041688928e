import type { Schemas } from '../shared/api';

export type Batch = Schemas['CardBatchView'];
export type Looked = Schemas['LookedView'];
export type Mapping = Schemas['ReportMapping'];
export type Processor = Schemas['ProcessorRow'];

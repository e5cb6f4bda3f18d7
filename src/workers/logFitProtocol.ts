import type { DrivenLog, FitStage, idleSentences, Log, LogFit, MapTask } from '@/core/log';
import type { RankedCauses } from '@/core/logCauses';
import type { EventContext, LogBand, LogEvents } from '@/core/logEvents';
import type {
  LoopPlant,
  OwnFactor,
  OwnFactorAsk,
  OwnFactorRefusal,
  SparkStudy,
  StartedLog,
  StartsAsk,
  StartStudy,
  TorqueFrom,
} from '@/core/logStudies';
import type { RunToken } from './cancellable';

/** Logs and the map they are compared with. */
export interface FitRequest {
  readonly drives: readonly DrivenLog[];
  readonly task: MapTask;
}

/** What logs say of a map, and what lies behind it; no causes where there is too little evidence. */
export interface FitAnswer {
  readonly fit: LogFit;
  readonly causes: RankedCauses | null;
}

/** A log in which is looked for what happened. */
export interface EventsRequest {
  readonly log: Log;
  readonly context: EventContext;
}

/** A log as somebody looks at it first: what happened, what the engine computer was doing, and how it idled. */
export interface SeenLog extends LogEvents {
  readonly bands: readonly LogBand[];
  readonly idled: ReturnType<typeof idleSentences>;
}

/** Logs, and the factor of a correction of the builder’s own that is asked for. */
export interface OwnFactorRequest extends FitRequest {
  readonly ask: OwnFactorAsk;
}

/** Logs in which the least spark for the torque is looked for. */
export interface SparkRequest {
  readonly logs: readonly Log[];
  readonly from: TorqueFrom;
}

/** What was found of spark. */
export interface SparkAnswer {
  readonly study: SparkStudy;
}

/** Logs of starts, and what they are compared with. */
export interface StartsRequest {
  readonly drives: readonly StartedLog[];
  readonly ask: StartsAsk;
}

/** What was found of starts. */
export interface StartsAnswer {
  readonly study: StartStudy;
}

/** Logs in which steps of fuel are looked for, and the map they were driven with. */
export interface LoopPlantRequest {
  readonly logs: readonly Log[];
  readonly task: MapTask;
}

/** What was found of delay and lag. */
export interface LoopPlantAnswer {
  readonly plant: LoopPlant;
}

/** A factor, or why none is said. */
export interface OwnFactorAnswer {
  readonly found: OwnFactor | OwnFactorRefusal;
}

/** The worker's calls, as comlink carries them. */
export interface LogFitWorker {
  /** Compares; null when it was cancelled. */
  run(token: RunToken, request: FitRequest, onStage: (share: number) => void): Promise<FitAnswer | null>;
  /** Looks for the factor that would have been right; null when it was cancelled. */
  ownFactor(token: RunToken, request: OwnFactorRequest): Promise<OwnFactorAnswer | null>;
  /** Looks for the least spark for the torque; null when it was cancelled. */
  spark(token: RunToken, request: SparkRequest): Promise<SparkAnswer | null>;
  /** Looks for what starts asked for; null when it was cancelled. */
  starts(token: RunToken, request: StartsRequest): Promise<StartsAnswer | null>;
  /** Looks for delay and lag of lambda; null when it was cancelled. */
  loopPlant(token: RunToken, request: LoopPlantRequest): Promise<LoopPlantAnswer | null>;
  /** Looks for what happened; null when it was cancelled. */
  events(token: RunToken, request: EventsRequest): Promise<SeenLog | null>;
  /** Ends the run with this token at its next stage. */
  cancel(token: RunToken): void;
}

/** How far it is as a stage begins, 0…1. */
export const STAGE_SHARE: Readonly<Record<FitStage | 'causes', number>> = {
  reading: 0,
  delay: 0.15,
  samples: 0.6,
  fit: 0.75,
  causes: 0.9,
};

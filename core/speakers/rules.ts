import { loadRules } from './load-rules';
import type { SpeakerRule } from './seen';
import { wiringRules } from './wiring-rules';

export const speakerRules: readonly SpeakerRule[] = [...loadRules, ...wiringRules];

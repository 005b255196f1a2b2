import { rulesAt } from '../findings/finding';
import type { HarnessRule } from './judged';
import { linkRules } from './link-rules';
import { pinRules } from './pin-rules';

export const harnessRules = rulesAt<HarnessRule>('gear', [...pinRules, ...linkRules] as HarnessRule[]);

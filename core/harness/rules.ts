import { rulesAt } from '../findings/finding';
import type { HarnessRule } from './judged';
import { linkRules } from './link-rules';
import { pinRules } from './pin-rules';
import { replaceRules } from './replace-rules';

export const harnessRules = rulesAt<HarnessRule>('gear', [...replaceRules, ...pinRules, ...linkRules] as HarnessRule[]);

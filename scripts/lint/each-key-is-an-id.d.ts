import type { Rule } from 'eslint';
declare const rule: Rule.RuleModule;
export default rule;

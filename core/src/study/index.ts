export * from './anova';
export * from './study';

import { linkEnd } from './link-end';

export const linkUpper = linkEnd('upper', {});

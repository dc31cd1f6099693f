import { linkEnd } from './link-end';

/** The link's body is looked for at its lower end. */
export const linkLower = linkEnd('lower', { 'link-body': { name: ['link body', 'drop link body'], rusts: true } });

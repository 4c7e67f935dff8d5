/** What a web site loads: a classic script, which needs no permission to be read across sites. */
export { showDoor } from './mount';

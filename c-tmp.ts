import { besideC } from './tests/speed/cReference.ts';
console.log(besideC());

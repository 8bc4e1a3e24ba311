export { OUTCOMES, ORDER } from './outcomes';

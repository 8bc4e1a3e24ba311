export { exactlyThese, pullBackAddress, pushAddress } from './sentence';

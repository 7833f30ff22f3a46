import { conversions } from '../bench/conversions';
conversions();

import { holdTyped } from '$lib/ui/typedEarly.js';

holdTyped();

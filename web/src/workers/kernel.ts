import { KERNEL_BYTES } from '@amber-stamp/core/kernel';
import { provideKernel } from '@amber-stamp/core/wasm';

// page and workers share their scripts, and the page comes without the kernel: whoever computes brings it
provideKernel(KERNEL_BYTES);

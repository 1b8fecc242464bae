import type { Plugin } from 'vite';

export declare const seeing: () => Plugin;

export const calendarViews = ['month', 'week', 'agenda'] as const;

export type CalendarView = (typeof calendarViews)[number];

export const calendarViewWords: Record<CalendarView, string> = { month: 'Month', week: 'Week', agenda: 'Agenda' };

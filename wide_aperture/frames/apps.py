from django.apps import AppConfig


class FramesConfig(AppConfig):
    name = "wide_aperture.frames"
    label = "frames"

    def ready(self) -> None:
        from wide_aperture.frames import import_folder, play
        from wide_aperture.jobs.work import register

        register("import", import_folder.carry_out)
        register("play", play.carry_out)
